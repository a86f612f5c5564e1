import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Made from the controllers by `npm run contract`, and kept: the pages' types are made from it. */
const KEPT = join(__dirname, '..', 'openapi.json');

export const keptDocument = (): OpenAPIObject => JSON.parse(readFileSync(KEPT, 'utf8')) as OpenAPIObject;

/**
 * The document made anew.
 *
 * @param fields types of the fields of what is sent and answered, as the Swagger plugin reads them from the sources
 */
export async function makeDocument(
  app: INestApplication,
  fields: () => Promise<Record<string, unknown>>,
): Promise<OpenAPIObject> {
  await SwaggerModule.loadPluginMetadata(fields);
  const config = new DocumentBuilder()
    .setTitle('Nimble Spruce')
    .setDescription('Readings, targets and verdicts of soundboards. All quantities are SI; errors are problem+json.')
    .setVersion('1')
    .build();
  return SwaggerModule.createDocument(app, config);
}
