import 'reflect-metadata';
import { createApp } from './create-app';
import { DemoService } from './demo/demo.service';

async function main(): Promise<void> {
  const app = await createApp(process.env.WEB_ROOT);
  if (process.env.DEMO !== 'off') await app.get(DemoService).loadWhenEmpty();
  await app.listen(Number(process.env.PORT ?? 4310), process.env.HOST ?? '127.0.0.1');
}

main().catch((error: unknown) => {
  process.stderr.write(
    `The server could not start: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
