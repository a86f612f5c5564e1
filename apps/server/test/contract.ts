/** What the program answers, held against its own description. */
import Ajv, { type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import { keptDocument } from '../src/api-document';

type Schema = Record<string, unknown>;
type Operation = { responses: Record<string, { content?: Record<string, { schema?: Schema }> }> };

interface Answer {
  method: string;
  path: string;
  status: number;
  type: string;
  body: unknown;
}

const JSON_TYPE = 'application/json';
const { paths, components } = keptDocument();
const ajv = addFormats(new Ajv({ strict: false, allErrors: true }));
const known = new Map<Schema, ValidateFunction>();
const definitions = strict(components!.schemas) as Schema;
const routes = Object.entries(paths)
  .map(([path, operations]) => ({
    path,
    pattern: new RegExp(`^${path.replace(/\{[^}]+\}/g, '[^/]+')}$`),
    operations: operations as unknown as Record<string, Operation>,
  }))
  // A word goes before a name in braces.
  .sort((a, b) => a.path.split('{').length - b.path.split('{').length);

/** @returns what is wrong with an answer; empty where it is as described */
export function breaches({ method, path, status, type, body }: Answer): string[] {
  if (status >= 300 || !path.startsWith('/api/v1/')) return [];
  const route = routes.find(({ pattern, operations }) => pattern.test(path) && operations[method.toLowerCase()]);
  const said = `${method} ${route?.path ?? path} ${status}`;
  const described = route?.operations[method.toLowerCase()]?.responses[status];
  if (!described) return [`${said} is not described`];
  const schema = described.content?.[JSON_TYPE]?.schema;
  if (!schema) return type.includes('json') ? [`${said} answers JSON that is not described`] : [];
  const validate =
    known.get(schema) ?? ajv.compile({ ...(strict(schema) as Schema), components: { schemas: definitions } });
  known.set(schema, validate);
  if (validate(body)) return [];
  return validate.errors!.map(
    ({ instancePath, message, params }) => `${said}: ${instancePath} ${message} ${JSON.stringify(params)}`,
  );
}

/** As JSON Schema has it: null is a type of its own, and a field that is not described is none. */
function strict(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(strict);
  if (typeof node !== 'object' || node === null) return node;
  const { nullable, ...schema } = Object.fromEntries(Object.entries(node).map(([key, value]) => [key, strict(value)]));
  const isOfFields = typeof schema.properties === 'object' && schema.type === 'object';
  const closed = isOfFields ? { ...schema, additionalProperties: false } : schema;
  return nullable === true ? { anyOf: [closed, { type: 'null' }] } : closed;
}
