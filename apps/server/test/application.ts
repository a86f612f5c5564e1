/** The real application on a database of its own, made from the template that the test script migrated once. */
import type { NestExpressApplication } from '@nestjs/platform-express';
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import request, { type Response, type Test } from 'supertest';
import { breaches } from './contract';

export interface Application {
  /** Whatever it answers is held against the description of the API. */
  http: ReturnType<typeof request.agent>;
  app: NestExpressApplication;
  databaseUrl: string;
  close(): Promise<void>;
}

interface Opening {
  demo?: boolean;
  /** Of the demo, which take a while to hear. */
  sounds?: boolean;
  /** What the database holds before the program comes to it. */
  before?: (url: string) => Promise<void>;
}

export async function openApplication({ demo = false, sounds = false, before }: Opening = {}): Promise<Application> {
  const database = await makeDatabase();
  await before?.(database.url);
  process.env.DATABASE_URL = database.url;
  process.env.LOG_LEVEL = process.env.TEST_LOG ?? 'silent';
  const { createApp } = await import('../src/create-app');
  const { DemoService } = await import('../src/demo/demo.service');
  const app = await createApp();
  await app.init();
  if (demo) await app.get(DemoService).loadWhenEmpty({ sounds });
  const { http, broken } = watched(app);
  const close = async () => {
    await app.close();
    await database.drop();
    if (broken.size > 0) throw new Error(`Not as described:\n${[...broken].join('\n')}`);
  };
  return { http, app, databaseUrl: database.url, close };
}

function watched(app: NestExpressApplication) {
  const broken = new Set<string>();
  const http = request.agent(app.getHttpServer());
  void http.use((sent: Test) => {
    sent.on('response', ({ status, type, body }: Response) => {
      const { pathname: path } = new URL(sent.url);
      for (const breach of breaches({ method: sent.method, path, status, type, body })) broken.add(breach);
    });
  });
  return { http, broken };
}

/** An empty database on the test server. */
export async function makeDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const server = process.env.TEST_POSTGRES_URL;
  if (!server) throw new Error('TEST_POSTGRES_URL is not set: run these tests through npm test');
  const name = `api_${randomUUID().replaceAll('-', '')}`;
  await onServer(server, `create database ${name}`);
  const url = new URL(server);
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => onServer(server, `drop database ${name} with (force)`) };
}

async function onServer(url: string, statement: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(statement);
  await client.end();
}
