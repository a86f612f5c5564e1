import 'reflect-metadata';
import { NoOwner, openShop } from './open-shop';
import { createApp } from './create-app';
import { NewerData } from './database/migrate';
import { keepIdleLines } from './http/idle-lines';
import { DemoService } from './demo/demo.service';
import { Settings } from './settings/settings';

const USUAL_PORT = 4310;
const LOOPBACK = '127.0.0.1';

const traceOf = (error: unknown) => (error instanceof Error ? (error.stack ?? error.message) : String(error));

async function main(): Promise<void> {
  const app = await createApp();
  const { DEMO: demo = 'on', PORT: port = USUAL_PORT, HOST: host = LOOPBACK } = app.get(Settings);
  keepIdleLines(app.getHttpServer());
  // Whoever waits sees how far it is: the page answers first.
  await app.listen(port, host);
  await openShop(app);
  if (demo !== 'off') await app.get(DemoService).loadWhenEmpty({ sounds: demo !== 'silent' });
}

main().catch((error: unknown) => {
  process.stderr.write(
    error instanceof NewerData || error instanceof NoOwner
      ? `${error.message}\n`
      : `The server could not start: ${traceOf(error)}\n`,
  );
  process.exit(1);
});
