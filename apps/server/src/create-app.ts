import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { SwaggerModule } from '@nestjs/swagger';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { keptDocument } from './api-document';
import { AppModule } from './app.module';
import { guardBench } from './http/bench-guard';
import { guardDepth } from './http/depth-guard';
import { readDeviceClock } from './http/device-clock';
import { guardDisk } from './http/disk-guard';
import { guardVisitors } from './http/visitor-guard';
import { Settings } from './settings/settings';
import { Bench } from './workshop/bench.model';
import { flattenErrors, invalid, ProblemFilter } from './http/problem';

const BODY_LIMIT = '2mb';
/** On the maker's own machine or network time is dearer than bytes. */
const FAST_COMPRESSION = 1;

/** The whole application, configured but not listening. */
export async function createApp(): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule, {
    bufferLogs: true,
    forceCloseConnections: true,
    bodyParser: false,
  });
  app.useLogger(app.get(Logger));
  app.enableShutdownHooks();
  app.use(securityHeaders());
  app.use(guardVisitors(app.get(Settings).knownNames));
  app.use(compression({ level: FAST_COMPRESSION, filter: isWorthCompressing }));
  // A proxy on this machine says whom it brings.
  app.set('trust proxy', 'loopback');
  app.use(cookieParser());
  app.useBodyParser('json', { limit: BODY_LIMIT });
  app.use(guardDepth);
  app.use(readDeviceClock);
  app.setGlobalPrefix('api/v1');
  app.useGlobalFilters(new ProblemFilter());
  app.useGlobalPipes(
    new ValidationPipe({
      whitelist: true,
      forbidNonWhitelisted: true,
      transform: true,
      exceptionFactory: (errors) => invalid(flattenErrors(errors)),
    }),
  );
  SwaggerModule.setup('api/docs', app, keptDocument);
  const { WEB_ROOT: webRoot, DATA_FOLDER: dataFolder } = app.get(Settings);
  if (dataFolder) app.use(guardDisk(dataFolder));
  app.use(guardBench(() => Bench.theOne().then(({ id }) => id)));
  if (webRoot && existsSync(webRoot)) servePages(app, webRoot);
  return app;
}

/** The same pages come over http on loopback: none is told to insist on https. */
function securityHeaders() {
  return helmet({
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      directives: {
        upgradeInsecureRequests: null,
        connectSrc: ["'self'"],
        fontSrc: ["'self'"],
        workerSrc: ["'self'", 'blob:'],
        imgSrc: ["'self'", 'data:', 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
      },
    },
  });
}

/** Nothing is gained on the same machine; an event stream must not wait to be packed. */
function isWorthCompressing(request: Request, response: Response): boolean {
  const isLocal = /^(::ffff:)?127\.|^::1$/.test(request.socket.remoteAddress ?? '');
  return !isLocal && !isEventStream(response) && compression.filter(request, response);
}

function isEventStream(response: Response): boolean {
  return String(response.getHeader('content-type') ?? '').startsWith('text/event-stream');
}

/** Hashed assets for a year, everything else fresh; any page address gives the application. */
function servePages(app: NestExpressApplication, root: string): void {
  app.useStaticAssets(join(root, 'assets'), { prefix: '/assets', immutable: true, maxAge: '1y' });
  app.useStaticAssets(root, { setHeaders: (response: Response) => response.setHeader('cache-control', 'no-cache') });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const isPage = request.method === 'GET' && request.accepts('html') && !/^\/(api|assets)\//.test(request.path);
    if (isPage) response.setHeader('cache-control', 'no-cache').sendFile(join(root, 'index.html'));
    else next();
  });
}
