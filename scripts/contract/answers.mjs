// Holds answers against the contract, key by key: for the tests of the server, and for what tests of screens make up.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from '../install.mjs';

// Of the server's own packages: the linter brings an older one of the same name.
const { Ajv2020 } = createRequire(join(ROOT, 'server/package.json'))('ajv/dist/2020.js');

/** The contract as it is served: made of core/src/api when the program is built. */
export const contractDocument = () => JSON.parse(readFileSync(join(ROOT, 'server/dist/openapi.json'), 'utf8'));

/** The same schema with every object closed: a key that the contract does not know is one too many. In part, none is missed. */
function closed(schema, partial) {
  if (Array.isArray(schema)) return schema.map((s) => closed(s, partial));
  if (typeof schema !== 'object' || schema === null) return schema;
  const all = Object.fromEntries(Object.entries(schema).map(([key, value]) => [key, closed(value, partial)]));
  if (all.type !== 'object' || !all.properties) return all;
  const { required, ...rest } = all;
  const open = partial || required === undefined ? rest : all;
  return 'additionalProperties' in all ? open : { ...open, additionalProperties: false };
}

/**
 * What says of an answer what is not as the contract has it; null where it is, or where the contract says nothing of it. With `partial`,
 * whoever makes an answer up may leave out what it is not about.
 */
export function answerChecker({ partial = false } = {}) {
  const { paths, components } = contractDocument();
  const ajv = new Ajv2020({ strict: false });
  ajv.addSchema({ $id: 'contract', components: closed(components, partial) });
  const own = (schema) => JSON.parse(JSON.stringify(closed(schema, partial)).replaceAll('"#/components/', '"contract#/components/'));
  const answers = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).flatMap(([method, operation]) => {
      const schema = operation.responses[200].content['application/json']?.schema;
      if (schema === undefined) return [];
      const pattern = new RegExp(`^${path.replaceAll('.', '\\.').replace(/\{\w+\}/g, '([^/]+)')}$`);
      const changes = 'allOf' in schema;
      return [{ path: pattern, method, changes, schema: own(changes ? schema.allOf[0] : schema), check: null }];
    }),
  );
  // What is named in full goes before what a parameter would take.
  answers.sort((a, b) => Number(a.path.source.includes('(')) - Number(b.path.source.includes('(')));
  return (method, path, body) => {
    const plain = path.split('?')[0];
    const found = answers.find((a) => a.method === method.toLowerCase() && a.path.test(plain));
    if (!found) return null;
    const { step, ...rest } = body;
    const said = typeof step?.id === 'number' && typeof step.summary === 'string';
    if (found.changes && !said && !partial) return 'it does not say which step it was';
    found.check ??= ajv.compile(found.schema);
    if (found.check(found.changes ? rest : body)) return null;
    return `${ajv.errorsText(found.check.errors)} ${JSON.stringify(found.check.errors[0].params)}`;
  };
}
