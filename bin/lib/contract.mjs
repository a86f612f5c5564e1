/** The contract of the API: its OpenAPI document, made from the controllers, and the pages' types, made from that. */
import { createRequire } from 'node:module';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import openapiTypes, { astToString } from 'openapi-typescript';
import { format, resolveConfig } from 'prettier';
import ts from 'typescript';
import { buildServer, buildWhenChanged } from './build.mjs';
import { ROOT } from './run.mjs';

const require = createRequire(import.meta.url);
const SERVER = join(ROOT, 'apps', 'server');
const TYPES = join(ROOT, 'apps', 'web', 'src', 'api', 'contract.ts');
const FIELDS = 'fields';
const CORE_TYPE = 'x-core';
const CORE_PACKAGE = '@nimble/core';
/** Pages compute for themselves. */
const PUBLIC_ONLY = '/api/v1/compute/';
const HEAD =
  '/** What the API answers. Made by `npm run contract` from apps/server/openapi.json: change the server’s views. */';

/** Files as they ought to be by what is built. @returns text by path */
async function makeContract() {
  readFields();
  const document = await makeDocument();
  return {
    [join(SERVER, 'openapi.json')]: await formatted(JSON.stringify(document), join(SERVER, 'openapi.json')),
    [TYPES]: await formatted(await typesOf(document), TYPES),
  };
}

export async function keepContract() {
  await buildServer();
  for (const [path, text] of Object.entries(await makeContract())) writeFileSync(path, text);
}

/** @returns paths of files that are not as they ought to be */
export async function outdatedContract() {
  await buildWhenChanged();
  const files = Object.entries(await makeContract());
  return files.filter(([path, text]) => readOr(path) !== text).map(([path]) => path);
}

function readOr(path) {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
}

/** What the Swagger plugin reads of the fields of bodies and answers, beside the built server. */
function readFields() {
  const { PluginMetadataGenerator } = require('@nestjs/cli/lib/compiler/plugins/plugin-metadata-generator');
  const { ReadonlyVisitor } = require('@nestjs/swagger/plugin');
  const { transformSync } = require('@swc/core');
  const dist = join(SERVER, 'dist');
  const { config } = ts.readConfigFile(join(SERVER, 'tsconfig.json'), ts.sys.readFile);
  const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, SERVER);
  const fields = new ReadonlyVisitor({
    pathToSource: join(SERVER, 'src'),
    dtoFileNameSuffix: ['.dto.ts', '.view.ts'],
    introspectComments: true,
    // It takes "above zero" for "at least one".
    classValidatorShim: false,
  });
  const tsProgramRef = ts.createProgram(fileNames, options);
  const filename = `${FIELDS}.ts`;
  new PluginMetadataGenerator().generate({ visitors: [fields], outputDir: dist, filename, tsProgramRef });
  const source = readFileSync(join(dist, filename), 'utf8');
  rmSync(join(dist, filename));
  const parser = { syntax: 'typescript' };
  const { code } = transformSync(source, { module: { type: 'commonjs' }, jsc: { target: 'es2022', parser } });
  writeFileSync(join(dist, `${FIELDS}.js`), code);
}

/** Without a database: in preview nothing is set going. */
async function makeDocument() {
  const inServer = createRequire(join(SERVER, 'dist', 'main.js'));
  inServer('reflect-metadata');
  const { NestFactory } = inServer('@nestjs/core');
  const app = await NestFactory.create(inServer('./app.module').AppModule, { preview: true, logger: false });
  app.setGlobalPrefix('api/v1');
  return inServer('./api-document').makeDocument(app, inServer(`./${FIELDS}`).default);
}

/** Of what is answered; what the core defines is the core's own type. */
async function typesOf(document) {
  const used = new Map();
  const ownType = (schema) => {
    const [room, name] = (schema[CORE_TYPE] ?? '').split('#');
    if (!name) return undefined;
    used.set(room, (used.get(room) ?? new Set()).add(name));
    const type = ts.factory.createTypeReferenceNode(name);
    const none = ts.factory.createLiteralTypeNode(ts.factory.createNull());
    return schema.nullable ? ts.factory.createUnionTypeNode([type, none]) : type;
  };
  const asRoots = { rootTypes: true, rootTypesNoSchemaPrefix: true };
  const ast = await openapiTypes(JSON.stringify(answersOnly(document)), { transform: ownType, ...asRoots });
  const imports = [...used]
    .sort()
    .map(([room, names]) => `import type { ${[...names].sort().join(', ')} } from '${CORE_PACKAGE}/${room}';`);
  return [HEAD, ...imports, '', astToString(ast)].join('\n');
}

function answersOnly({ paths: all, components, ...document }) {
  const paths = Object.fromEntries(Object.entries(all).filter(([path]) => !path.startsWith(PUBLIC_ONLY)));
  const needed = new Set();
  const visit = (node) => {
    if (node === null || typeof node !== 'object') return;
    const name = /^#\/components\/schemas\/(.+)$/.exec(node.$ref ?? '')?.[1];
    if (name && !needed.has(name)) visit(components.schemas[needed.add(name) && name]);
    Object.values(node).forEach(visit);
  };
  for (const methods of Object.values(paths)) for (const { responses } of Object.values(methods)) visit(responses);
  const schemas = Object.fromEntries(Object.entries(components.schemas).filter(([name]) => needed.has(name)));
  return { ...document, paths: {}, components: { schemas: { ...schemas, Answers: answersByRoute(paths) } } };
}

/** What a GET of each route answers, as one more type. */
function answersByRoute(paths) {
  const answers = Object.entries(paths).flatMap(([path, { get }]) => {
    const schema = get?.responses[200]?.content?.['application/json']?.schema;
    return schema ? [[path.replace(/^\/api\/v1/, ''), schema]] : [];
  });
  return { type: 'object', required: answers.map(([route]) => route), properties: Object.fromEntries(answers) };
}

async function formatted(text, filepath) {
  return format(text, { ...(await resolveConfig(filepath)), filepath });
}
