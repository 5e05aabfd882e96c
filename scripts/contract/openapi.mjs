// The contract of core/src/api as an OpenAPI 3.1 document: paths and queries from the routes themselves, bodies and answers from
// their types.
import { build } from 'esbuild';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import ts from 'typescript';
import { ROOT } from '../install.mjs';
import { schemaMaker } from './schemas.mjs';

const ENTRIES = { contract: 'core/src/api/index.ts', calculators: 'core/src/calculators.ts' };

/** The routes and calculators as they are, to be asked for what no type holds: paths, bounds of queries, who may call. */
async function loaded() {
  const outdir = join(ROOT, '.tmp', 'contract');
  await build({
    absWorkingDir: ROOT,
    entryPoints: ENTRIES,
    outdir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    logLevel: 'warning',
  });
  const load = (name) => import(`${pathToFileURL(join(outdir, `${name}.mjs`)).href}?${String(Date.now())}`);
  return { contract: await load('contract'), calculators: (await load('calculators')).CALCULATORS };
}

function typed() {
  const { config } = ts.readConfigFile(join(ROOT, 'core/tsconfig.json'), (file) => ts.sys.readFile(file));
  const { options } = ts.parseJsonConfigFileContent(config, ts.sys, join(ROOT, 'core'));
  const program = ts.createProgram(
    Object.values(ENTRIES).map((file) => join(ROOT, file)),
    { ...options, noEmit: true, composite: false },
  );
  const checker = program.getTypeChecker();
  const exported = (file) => {
    const source = program.getSourceFile(join(ROOT, file));
    return new Map(checker.getExportsOfModule(checker.getSymbolAtLocation(source)).map((s) => [s.name, s]));
  };
  /** The type of a property, as it stands on `type`. */
  const of = (type, name) => {
    const property = type.getProperty(name);
    return property ? checker.getTypeOfSymbol(property) : null;
  };
  return { checker, exported, of };
}

const QUERY_KINDS = {
  text: ({ most }) => ({ type: 'string', maxLength: most }),
  whole: ({ min, max }) => ({ type: 'integer', minimum: min, maximum: max }),
  number: ({ min, max }) => ({ type: 'number', minimum: min, maximum: max }),
  'one of': ({ values }) => ({ type: 'string', enum: values }),
};
const isId = (name) => name === 'id' || name.endsWith('Id');

function parametersOf(route) {
  const path = [...route.path.matchAll(/:([A-Za-z]+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: isId(name) ? { type: 'integer', minimum: 1 } : { type: 'string' },
  }));
  const query = Object.entries(route.query ?? {}).map(([name, spec]) => ({ name, in: 'query', schema: QUERY_KINDS[spec.is](spec) }));
  const person = { $ref: '#/components/parameters/Person' };
  const more = { changes: [{ $ref: '#/components/parameters/Key' }, person], does: [person] }[route.kind] ?? [];
  return [...path, ...query, ...more];
}

const json = (schema) => ({ 'application/json': { schema } });
const STEP = { $ref: '#/components/schemas/StepMade' };

/** The document, as an object. */
export async function openApi(version) {
  const { contract, calculators } = await loaded();
  const { checker, exported, of } = typed();
  const schemas = {
    StepMade: {
      type: 'object',
      description: 'What every change answers beside its own: the step of the history, which can be taken back.',
      properties: {
        step: {
          type: 'object',
          properties: { id: { type: 'number' }, summary: { type: 'string' } },
          required: ['id', 'summary'],
          additionalProperties: false,
        },
      },
      required: ['step'],
    },
    FieldError: {
      type: 'object',
      properties: { path: { type: 'string' }, message: { type: 'string' } },
      required: ['path', 'message'],
    },
    Problem: {
      type: 'object',
      description: 'A refusal (RFC 9457): `code` for programs, `detail` for people, `errors` for the fields that are wrong.',
      properties: {
        type: { type: 'string' },
        title: { type: 'string' },
        status: { type: 'integer' },
        code: { type: 'string' },
        detail: { type: 'string' },
        errors: { type: 'array', items: { $ref: '#/components/schemas/FieldError' } },
      },
      required: ['status', 'code', 'detail'],
    },
  };
  const schemaOf = schemaMaker(checker, schemas);
  const refused = {
    default: { description: 'Refused', content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } } },
  };
  const paths = {};

  const put = (path, method, operation) => {
    const at = `/api${path.replace(/:([A-Za-z]+)/g, '{$1}')}`;
    paths[at] = { ...paths[at], [method]: { ...operation, responses: { ...operation.responses, ...refused } } };
  };
  const answered = (content) => ({ responses: { 200: { description: 'Done', content } } });

  for (const [area, symbol] of exported(ENTRIES.contract)) {
    if (!area.endsWith('Api')) continue;
    const type = checker.getTypeOfSymbol(symbol);
    for (const property of checker.getPropertiesOfType(type)) {
      const route = contract[area][property.name];
      const routeType = checker.getTypeOfSymbol(property);
      const at = `${area}.${property.name}`;
      const answerType = of(routeType, 'answer');
      const answer = () => schemaOf(checker.getNonNullableType(answerType), `${at} answer`);
      const bodyType = of(routeType, 'schema');
      const body = bodyType
        ? { requestBody: { required: true, content: json(schemaOf(checker.getTypeArguments(bodyType)[0], `${at} body`)) } }
        : {};
      const made = {
        reads: () => answered(json(answer())),
        changes: () => answered(json({ allOf: [answer(), STEP] })),
        does: () => answered(json(answer())),
        'takes file': () => ({
          requestBody: { required: true, content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } } },
          ...answered(json(answer())),
        }),
        'gives file': () => answered({ [route.type]: { schema: { type: 'string', format: 'binary' } } }),
      }[route.kind]();
      const description = ts.displayPartsToString(property.getDocumentationComment(checker)).trim();
      put(route.path, route.method ?? 'get', {
        operationId: at.replace('Api.', '.'),
        tags: [area.replace(/Api$/, '')],
        ...(description === '' ? {} : { description }),
        'x-who': route.who,
        ...(parametersOf(route).length > 0 ? { parameters: parametersOf(route) } : {}),
        ...body,
        ...made,
      });
    }
  }
  const runs = checker.getTypeOfSymbol(exported(ENTRIES.calculators).get('CALCULATORS'));
  for (const name of Object.keys(calculators)) {
    const [body, answer] = checker.getTypeArguments(of(runs, name));
    put(`/calc/${name}`, 'post', {
      operationId: `calc.${name}`,
      tags: ['calc'],
      'x-who': 'anyone',
      requestBody: { required: true, content: json(schemaOf(body, `${name} body`)) },
      ...answered(json(schemaOf(answer, `${name} answer`))),
    });
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Esprel',
      version,
      description: 'Everything the desk does, as it does it. Who may call is said in `x-who`: anyone, a member, the desk, a coordinator.',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: '/' }],
    paths,
    components: {
      schemas,
      parameters: {
        Key: {
          name: 'Idempotency-Key',
          in: 'header',
          description: 'A change that is sent again under the same key changes nothing, and gets the same answer.',
          schema: { type: 'string', maxLength: 200 },
        },
        Person: { name: 'X-Esprel-Person', in: 'header', description: 'Who is at the desk.', schema: { type: 'integer', minimum: 1 } },
      },
    },
  };
}
