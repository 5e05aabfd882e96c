import { Validator } from '@seriousme/openapi-schema-validator';
import { describe, expect, it } from 'vitest';
import { routes } from '../src/http/routes.ts';
import { answerChecker, contractDocument } from '../../scripts/contract/answers.mjs';
import { openTestLibrary } from './library.ts';

describe('the document of the contract', () => {
  it('is OpenAPI 3.1, by a validator of others, and is served', async () => {
    const library = await openTestLibrary();
    const { status, body } = await library.get('/api/openapi.json');
    expect(status).toBe(200);
    expect(body).toEqual(contractDocument());
    const { valid, errors } = await new Validator().validate(body);
    expect(errors).toBeUndefined();
    expect(valid).toBe(true);
    expect(body.openapi).toBe('3.1.0');
  });

  it('names every route that is served, and no other', async () => {
    const library = await openTestLibrary();
    const served = routes({ db: library.db }, () => undefined)
      .map((r) => `${r.kind === 'change' ? r.method : r.kind === 'read' ? 'get' : 'post'} /api${r.path.replace(/:([A-Za-z]+)/g, '{$1}')}`)
      .sort();
    const named = Object.entries(contractDocument().paths)
      .flatMap(([path, methods]) => Object.keys(methods).map((method) => `${method} ${path}`))
      .filter((r) => !r.startsWith('post /api/calc/'))
      .sort();
    expect(named).toEqual(served);
  });

  it('says of each who may call, and holds answers against it', () => {
    const { paths } = contractDocument();
    for (const methods of Object.values(paths)) {
      for (const operation of Object.values(methods)) expect(['anyone', 'member', 'desk', 'coordinator']).toContain(operation['x-who']);
    }
    const unlikeContract = answerChecker();
    const ottilie = { id: 1, name: 'Ottilie', role: 'volunteer', passphraseSetOn: null, signIns: 0 };
    expect(unlikeContract('GET', '/api/people', { people: [{ ...ottilie, version: 1 }] })).toBeNull();
    expect(unlikeContract('GET', '/api/people', { people: [{ ...ottilie, version: 1, age: 40 }] })).toContain('additional');
    expect(unlikeContract('GET', '/api/people', { people: [ottilie] })).toContain('version');
    expect(unlikeContract('POST', '/api/people', { id: 1 })).toContain('which step');
  });
});
