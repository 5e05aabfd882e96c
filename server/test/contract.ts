import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SERVER_FOLDER } from '../src/home.ts';

type Json = Record<string, any>;

/** The contract as it is served: made of core/src/api before the tests. */
export const document = (): Json => JSON.parse(readFileSync(join(SERVER_FOLDER, 'dist', 'openapi.json'), 'utf8')) as Json;

/** The same schema with every object closed: a key that the contract does not know is one too many. */
function closed(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(closed);
  if (typeof schema !== 'object' || schema === null) return schema;
  const all = Object.fromEntries(Object.entries(schema).map(([key, value]) => [key, closed(value)])) as Json;
  return all.type === 'object' && all.properties && !('additionalProperties' in all) ? { ...all, additionalProperties: false } : all;
}

interface Answered {
  readonly path: RegExp;
  readonly method: string;
  readonly schema: unknown;
  readonly changes: boolean;
  check?: ValidateFunction;
}

let made: { readonly ajv: Ajv2020; readonly answers: readonly Answered[] } | null = null;

function contract(): NonNullable<typeof made> {
  if (made) return made;
  const { paths, components } = document();
  const ajv = new Ajv2020({ strict: false, allErrors: false });
  ajv.addSchema({ $id: 'contract', components: closed(components) });
  const own = (schema: unknown): unknown =>
    JSON.parse(JSON.stringify(closed(schema)).replaceAll('"#/components/', '"contract#/components/')) as unknown;
  const answers = Object.entries(paths as Json).flatMap(([path, methods]) =>
    Object.entries(methods as Json).flatMap(([method, operation]): Answered[] => {
      const schema = operation.responses[200].content['application/json']?.schema;
      if (schema === undefined) return [];
      // What is named in full goes before what a parameter would take.
      const pattern = new RegExp(`^${path.replaceAll('.', '\\.').replace(/\{\w+\}/g, '([^/]+)')}$`);
      return [{ path: pattern, method, changes: 'allOf' in schema, schema: own('allOf' in schema ? schema.allOf[0] : schema) }];
    }),
  );
  answers.sort((a, b) => Number(a.path.source.includes('(')) - Number(b.path.source.includes('(')));
  return (made = { ajv, answers });
}

/** What of an answer is not as the contract says; null where it is, or where the contract says nothing of it. */
export function unlikeContract(method: string, path: string, body: unknown): string | null {
  const { ajv, answers } = contract();
  const plain = path.split('?')[0] ?? path;
  const found = answers.find((a) => a.method === method.toLowerCase() && a.path.test(plain));
  if (!found) return null;
  const { step, ...rest } = body as Json;
  if (found.changes && !(typeof step?.id === 'number' && typeof step.summary === 'string')) return 'it does not say which step it was';
  found.check ??= ajv.compile(found.schema as Json);
  if (found.check(found.changes ? rest : body)) return null;
  return ajv.errorsText(found.check.errors) + ' ' + JSON.stringify(found.check.errors?.[0]?.params);
}
