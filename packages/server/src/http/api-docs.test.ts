import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import request from 'supertest';
import { appFor, newTemplate, openScratch, runOf } from '../testing/server.test-support';
import { OPERATIONS } from './api-docs';

let scratch: Awaited<ReturnType<typeof openScratch>>;
beforeAll(async () => {
  scratch = await openScratch();
});
afterAll(() => scratch.remove());

interface Described {
  openapi: string;
  paths: Record<string, Record<string, { requestBody?: { content: Record<string, { schema?: JsonSchema }> } }>>;
}
interface JsonSchema {
  type?: string;
  required?: string[];
  properties?: Record<string, JsonSchema>;
}

test('the description is served, and its bodies say what the checks ask for', async () => {
  const answer = await request(appFor(scratch.db)).get('/api/docs').expect(200);
  const { openapi, paths } = answer.body as Described;
  expect(openapi).toBe('3.1.0');
  const run = paths['/runs/{id}']!['put']!.requestBody!.content['application/json']!.schema!;
  expect(run.type).toBe('object');
  // A run that the API takes has these fields and no others.
  const taken = runOf(newTemplate());
  expect(Object.keys(run.properties!).sort()).toEqual(Object.keys(taken).sort());
  expect(run.required).toContain('lines');
});

test('each operation is there, and answers in its own way', async () => {
  const app = appFor(scratch.db);
  for (const { method, path } of OPERATIONS.filter(({ path }) => path !== '/live')) {
    const address = `/api${path.replace('{id}', randomUUID()).replace('{revision}', '1')}`;
    const answer = await request(app)[method](address);
    expect([method, path, (answer.body as { message?: string }).message]).not.toContain('There is no such address.');
    expect(answer.status).toBeLessThan(500);
  }
});

test('no route is left out of the description', () => {
  const folder = join(import.meta.dirname, 'routes');
  const counted = readdirSync(folder)
    .map((file) => readFileSync(join(folder, file), 'utf8').match(/router\.(get|put|post|delete)\(/g)?.length ?? 0)
    .reduce((sum, count) => sum + count, 0);
  // Three documents share the two routes of a document there is one of; health, the stream and this description stand elsewhere.
  expect(OPERATIONS).toHaveLength(counted + 2 * 2 + 3);
});
