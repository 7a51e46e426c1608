import { isRecord, recordsIn, type Doc } from './doc';

/**
 * Form 2 of a plan: bits stand at the cuts, spares answer to spoilage, rods are counted as parts are, and blanks may be
 * ready. A plan of form 1 had one bit for a stack, refilled spares, and counted no rods that were cut.
 */
export const planWithBits = (plan: Doc): Doc => ({
  ...plan,
  parts: recordsIn(plan, 'parts').map(withSpares),
  stacks: recordsIn(plan, 'stacks').map(stackWithBits),
  blanks: recordsIn(plan, 'blanks').map((blank) => ({
    ...blank,
    rule: blank['rule'] === 'strip' ? 'shared' : blank['rule'],
  })),
  rods: recordsIn(plan, 'rods').map((rod) => {
    const needed = rod['count'];
    const none = { spares: 0, sparesLeft: 0, onHand: 0, good: 0, spoiled: 0 };
    return { ...rod, tally: { perCopy: needed, copies: 1, needed, total: needed, toCut: needed, ...none } };
  }),
});

const withSpares = (count: Doc): Doc => ({ ...count, sparesLeft: count['spares'] });

function stackWithBits(stack: Doc): Doc {
  const { pierceBitMm, ...rest } = stack;
  const bit = typeof pierceBitMm === 'number' ? pierceBitMm : null;
  const cuts = recordsIn(stack, 'cuts').map((cut) => ({
    ...cut,
    openingMm: null,
    choice: { ...(isRecord(cut['choice']) ? cut['choice'] : {}), bitMm: cut['kind'] === 'inside' ? bit : null },
  }));
  const gang = isRecord(stack['gang']) ? stack['gang'] : {};
  return {
    ...rest,
    gang: { ...gang, parts: recordsIn(gang, 'parts').map(withSpares) },
    cuts,
    layersReady: 0,
    pierceBits: bit === null ? [] : [{ diameterMm: bit, count: stack['pierceHoles'] }],
  };
}
