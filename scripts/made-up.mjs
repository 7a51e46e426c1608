import { randomUUID } from 'node:crypto';

// Templates and runs as the program stores them, and the requests that write them.
const JSON_TYPE = { 'Content-Type': 'application/json' };

export const corner = (x, y) => ({ kind: 'line', to: { x, y } });
const cutAlong = (id, path) => ({ id, line: null, path });
export const partWith = (segments) => ({
  id: randomUUID(),
  name: 'Tag',
  perCopy: 1,
  woodId: 'cherry',
  thickness: { mm: 6.35, typed: '1/4' },
  grain: 'along-x',
  outline: cutAlong(randomUUID(), { start: { x: 0, y: 0 }, closed: true, segments }),
  drawing: null,
  insideCuts: [],
  throughCuts: [],
  holes: [],
  marks: [],
  datum: null,
  sharedBlank: null,
  pinnedLayers: null,
  gluedTo: [],
  variantId: null,
  apartClean: false,
  cutRules: {},
  cutWants: {},
  holeUses: {},
  laid: null,
});

export const SQUARE = [corner(60, 0), corner(60, 40), corner(0, 40), corner(0, 0)];

export const templateOf = (parts, name = 'Tag') => ({
  id: randomUUID(),
  name,
  note: '',
  parts,
  bodies: [],
  meant: [],
  rods: [],
  hardware: [],
  variants: [],
  drawings: [],
  archived: false,
});

export const runOf = (templates, copies) => ({
  id: randomUUID(),
  name: 'Fair',
  dueDate: null,
  lines: templates.map(({ id }) => ({ templateId: id, revision: 1, copies, variants: {}, spares: {}, onHand: {} })),
  spares: { kind: 'count', count: 0 },
  refillSpares: false,
  maxLayers: null,
  measured: [],
  wood: { margin: null, freeLayers: false, laminate: false, byHand: false, freeForm: false, substitutes: [], pins: [] },
  stacks: { apart: [], most: {}, pins: [], patterns: {}, first: [], cutOrders: [], patient: false },
  archived: false,
});

export const put = (doc, version) => ({
  method: 'PUT',
  headers: { ...JSON_TYPE, 'If-Match': `"${String(version)}"`, 'Idempotency-Key': randomUUID() },
  body: JSON.stringify(doc),
});

export const post = (body) => ({
  method: 'POST',
  headers: { ...JSON_TYPE, 'Idempotency-Key': randomUUID() },
  body: JSON.stringify(body),
});

/** So many boards of 1/4 in cherry on the rack, mm, as they come from the dealer. */
export function stockOf(count, length = 2400, width = 200) {
  const inMm = (mm) => ({ mm, typed: `${mm} mm` });
  const item = {
    id: randomUUID(),
    kind: 'board',
    woodId: 'cherry',
    name: '',
    thickness: { mm: 6.35, typed: '1/4' },
    width: inMm(width),
    length: inMm(length),
    rough: false,
    costMinor: 2000,
    place: '',
    note: '',
    partId: null,
    moisturePercent: null,
    defects: [],
    archived: false,
  };
  const move = { id: randomUUID(), clientId: randomUUID(), at: new Date().toISOString(), itemId: item.id };
  return { items: [item], moves: [{ ...move, kind: 'received', count, runId: null }] };
}
