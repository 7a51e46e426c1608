import type { Schema } from 'joi';
import parse from 'joi-to-json';
import { CORE_VERSION } from '@rapid-jig/core';
import {
  cutBlanksSchema,
  bladeMovesSchema,
  drawerSchema,
  machinesSchema,
  newStockSchema,
  pairingSchema,
  patternRequestSchema,
  reserveWoodSchema,
  runSchema,
  shopSchema,
  stockItemSchema,
  stockMovesSchema,
  tiltBlockSchema,
  templateSchema,
  photoSchema,
  workEventSchema,
} from '@rapid-jig/contract';

type Method = 'get' | 'put' | 'post' | 'delete';

/** One thing the API does. */
export interface Operation {
  readonly method: Method;
  /** Under `/api`, `{id}` for what is filled in. */
  readonly path: string;
  readonly does: string;
  /** What the body must be, as the server checks it; null for none, `bytes` for a file. */
  readonly body: Schema | 'bytes' | null;
  /** Headers it needs: the version it changes, the key it is done once by. */
  readonly needs: readonly ('If-Match' | 'Idempotency-Key' | 'X-File-Name')[];
}

const DOCUMENT = ['If-Match', 'Idempotency-Key'] as const;
const read = (path: string, does: string): Operation => ({ method: 'get', path, does, body: null, needs: [] });
const put = (path: string, does: string, body: Schema): Operation => ({
  method: 'put',
  path,
  does,
  body,
  needs: DOCUMENT,
});
const post = (path: string, does: string, body: Schema | null, needs: Operation['needs'] = []): Operation => ({
  method: 'post',
  path,
  does,
  body,
  needs,
});

export const OPERATIONS: readonly Operation[] = [
  read('/health', 'Tells that the program is there, which shop it serves, and its version.'),
  read('/live', 'Server-sent events: which document or ledger each write has changed.'),
  read('/templates', 'All templates, as cards with thin outlines.'),
  read('/templates/{id}', 'A template whole, at its newest revision.'),
  read('/templates/{id}/revisions/{revision}', 'A template as it was at a revision.'),
  put('/templates/{id}', 'Writes a template; at version 0 it is made.', templateSchema),
  read('/names', 'What runs, templates and their parts are called.'),
  read('/runs', 'Fifty runs, the newest first; `?before=` the id of the last one gives those made before it.'),
  read('/runs/{id}', 'A run.'),
  put('/runs/{id}', 'Writes a run; at version 0 it is made.', runSchema),
  read('/runs/{id}/revisions', 'The templates that a run pins, at their revisions.'),
  read('/runs/{id}/events', 'All that was done in a run.'),
  post('/runs/{id}/events', 'Adds something that was done; its own id is its key.', workEventSchema),
  post('/runs/{id}/start', 'Freezes the plan of a run.', null),
  read(
    '/runs/{id}/check',
    'Plans a run as it is stored, and says what does not add up in the plan: nothing, as a rule.',
  ),
  read('/runs/{id}/snapshot', 'The plan a run was started with.'),
  post('/runs/{id}/blanks', 'Says that blanks are cut, by a layout that is checked.', cutBlanksSchema),
  post('/runs/{id}/reserve', 'Holds boards for a run, by a layout that is checked.', reserveWoodSchema),
  read('/rack', 'All stock, and the ledger of its amounts.'),
  post('/rack', 'Puts new stock on the rack.', newStockSchema, ['Idempotency-Key']),
  put('/rack/{id}', 'Writes what an item of stock is.', stockItemSchema),
  post('/rack/moves', 'Adds entries to the ledger of stock; each has its own id.', stockMovesSchema),
  read('/shop', 'Habits and machines of the shop.'),
  put('/shop', 'Writes them.', shopSchema),
  read('/drawer', 'The drawer of blades.'),
  put('/drawer', 'Writes it.', drawerSchema),
  read('/blade-moves', 'The ledger of blades: bought, put in, worn, broken, thrown away.'),
  post('/blade-moves', 'Adds entries to the ledger of blades; each has its own id.', bladeMovesSchema),
  read('/machines', 'Machines that mill and cut boards.'),
  put('/machines', 'Writes them.', machinesSchema),
  read('/drawings/{id}', 'An original drawing, byte for byte.'),
  {
    method: 'put',
    path: '/drawings/{id}',
    does: 'Keeps an original; under its id it never changes.',
    body: 'bytes',
    needs: ['X-File-Name'],
  },
  read('/photos/{id}', 'A photo of the work, a JPEG.'),
  post('/photos', 'Keeps a photo without what a camera wrote beside it; under its id it never changes.', photoSchema),
  post('/pattern-sheets', 'Pattern sheets as PDF, true to size.', patternRequestSchema),
  read('/blade-poster', 'Which blade saws which wood at which height, by the drawer: a page as PDF.'),
  post('/tilt-block', 'A block to tilt the table by, true to size: a page as PDF.', tiltBlockSchema),
  read('/backups', 'Backups of the shop, the newest first; on the main computer alone.'),
  post('/backups', 'Makes another, and checks it.', null),
  read('/backups/{name}', 'A backup as a file: everything that the shop has.'),
  read('/devices', 'How devices come in, and which were let in; on the main computer alone.'),
  post('/devices/pair', 'Lets a device in by the code; it keeps the cookie it is given.', pairingSchema),
  { method: 'delete', path: '/devices/{id}', does: 'Turns a device out.', body: null, needs: [] },
  read('/docs', 'This description.'),
];

const FAULT = {
  description: 'A fault: what, where, and what to do.',
  content: {
    'application/json': {
      schema: {
        type: 'object',
        required: ['kind', 'message', 'where', 'hint'],
        properties: Object.fromEntries(['kind', 'message', 'where', 'hint'].map((name) => [name, { type: 'string' }])),
      },
    },
  },
};

/** The whole API in the OpenAPI format, its bodies made from the schemas that check them. */
export function apiDocs(): object {
  const paths: Record<string, Partial<Record<Method, object>>> = {};
  for (const operation of OPERATIONS) (paths[operation.path] ??= {})[operation.method] = described(operation);
  return {
    openapi: '3.1.0',
    info: { title: 'Rapid Jig', version: CORE_VERSION },
    servers: [{ url: '/api' }, { url: '/demo/api', description: 'the demo shop' }],
    paths,
  };
}

function described({ path, does, body, needs }: Operation): object {
  const places = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: 'path' }));
  const headers = needs.map((name) => ({ name, in: 'header' }));
  return {
    summary: does,
    parameters: [...places, ...headers].map((one) => ({ ...one, required: true, schema: { type: 'string' } })),
    ...(body === null ? {} : { requestBody: { required: true, content: contentOf(body) } }),
    responses: { '2XX': { description: 'Done.' }, default: FAULT },
  };
}

const contentOf = (body: Schema | 'bytes'): object =>
  body === 'bytes'
    ? { 'application/octet-stream': {} }
    : { 'application/json': { schema: parse(body, 'open-api-3.1') as unknown } };
