/** Prints the code of a new invitation, for whoever has the machine but no password. Arguments: role and, if wanted, name. */
import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import { ROLES } from './accounts/account.model';
import { AccountsService } from './accounts/accounts.service';
import { AppModule } from './app.module';

async function main(role: string, name: string | undefined): Promise<void> {
  const known = ROLES.find((one) => one === role);
  if (!known) throw new Error(`${role} is no role: say ${ROLES.join(' or ')}`);
  const context = await NestFactory.createApplicationContext(AppModule, { logger: ['error'] });
  const { code } = await context.get(AccountsService).invite({ role: known, name });
  process.stdout.write(`${code}\n`);
  await context.close();
}

const [role = '', name] = process.argv.slice(2);
main(role, name).catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
