import type { NestExpressApplication } from '@nestjs/platform-express';
import type { RequestListener } from 'node:http';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:https';
import { AccountsService } from './accounts/accounts.service';
import { keepIdleLines } from './http/idle-lines';
import { Settings } from './settings/settings';

/** Nothing is opened to others while anyone who came would be in. */
export class NoOwner extends Error {
  constructor() {
    super(
      'Other devices come in only once the bench has an owner: start without --host, open People on the bench, make the first account, then start with --host again.',
    );
  }
}

/**
 * Listens to the shop's network too, encrypted: microphone and work away from the server need that.
 *
 * @throws NoOwner where there are no accounts
 */
export async function openShop(app: NestExpressApplication): Promise<void> {
  const { shopAddresses, SHOP_HOST: host, TLS_CERTIFICATE: certificate, TLS_KEY: key } = app.get(Settings);
  if (!host || !certificate || !key || shopAddresses.length === 0) return;
  if (!(await app.get(AccountsService).hasAccounts())) throw new NoOwner();
  const { port } = new URL(shopAddresses[0]!);
  const answer = app.getHttpAdapter().getInstance() as unknown as RequestListener;
  const server = createServer({ cert: readFileSync(certificate), key: readFileSync(key) }, answer);
  keepIdleLines(server);
  await new Promise<void>((accept, refuse) => {
    server.once('error', refuse);
    server.listen(Number(port), host, accept);
  });
}
