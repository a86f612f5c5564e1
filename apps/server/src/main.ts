import 'reflect-metadata';
import { createApp } from './create-app';
import { DemoService } from './demo/demo.service';

async function main(): Promise<void> {
  const app = await createApp(process.env.WEB_ROOT);
  // on, off, or silent: all but its sounds and kept tops, which take a while to be heard and reckoned
  const demo = process.env.DEMO ?? 'on';
  if (demo !== 'off') await app.get(DemoService).loadWhenEmpty({ sounds: demo !== 'silent' });
  await app.listen(Number(process.env.PORT ?? 4310), process.env.HOST ?? '127.0.0.1');
}

main().catch((error: unknown) => {
  process.stderr.write(
    `The server could not start: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
