import 'reflect-metadata';
import { createApp } from './create-app';
import { DemoService } from './demo/demo.service';
import { Settings } from './settings/settings';

const USUAL_PORT = 4310;
const LOOPBACK = '127.0.0.1';

async function main(): Promise<void> {
  const app = await createApp();
  const { DEMO: demo = 'on', PORT: port = USUAL_PORT, HOST: host = LOOPBACK } = app.get(Settings);
  if (demo !== 'off') await app.get(DemoService).loadWhenEmpty({ sounds: demo !== 'silent' });
  await app.listen(port, host);
}

main().catch((error: unknown) => {
  process.stderr.write(
    `The server could not start: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
