import { isRecord, recordsIn, type Doc } from './doc';

/**
 * Form 4 of a plan: a stack is layers that may differ, sawn in phases. Stacks of form 3 were layers of one gang, sawn together,
 * and after the outline layer by layer where the shop took them apart. Where the holes that stay lie was not written down.
 */
export const planWithPhases = (plan: Doc): Doc => ({
  ...plan,
  proven: false,
  consumables: isRecord(plan['consumables']) ? onTape(plan['consumables']) : plan['consumables'],
  stacks: recordsIn(plan, 'stacks').map(stackWithPhases),
});

/** Patterns were printed each time and lay on tape. */
function onTape({ patternTapeMm2, ...rest }: Doc): Doc {
  return {
    ...rest,
    pattern: 'glue-stick-on-tape',
    patternSheets: rest['patternCopies'],
    patternMaterialMm2: patternTapeMm2,
  };
}

function stackWithPhases(stack: Doc): Doc {
  const {
    gang,
    layers: count,
    blank,
    cuts: _cuts,
    pierceHoles: _holes,
    pierceBits,
    layersReady,
    done,
    ...rest
  } = stack;
  const { drilled: _drilled, ...own } = isRecord(gang) ? gang : {};
  const gangKey = String(own['key']);
  const layers = Array.from({ length: Number(count) }, (_none, nth) => ({ id: `${gangKey}.${String(nth)}`, gangKey }));
  const cuts = recordsIn(stack, 'cuts');
  const alone = cuts.filter(({ times }) => Number(times) > 1);
  const layerIds = layers.map(({ id }) => id);
  const phaseOf = (key: string, of: readonly Doc[], singly: boolean, after: readonly string[]): Doc => ({
    key,
    layerIds,
    singly,
    heightMm: of[0]?.['heightMm'] ?? stack['stackHeightMm'],
    holes: [],
    cuts: of.map(cutOfPhase),
    // Pierce holes belong to inside cuts, and these were sawn alone or with all others.
    pierceBits: singly || alone.length === 0 ? pierceBits : [],
    after,
  });
  const whole = phaseOf(
    'whole',
    cuts.filter((cut) => !alone.includes(cut)),
    false,
    [],
  );
  const at = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
  return {
    ...rest,
    gangs: [{ ...own, bodyId: null, at, turnedOver: false, blank }],
    layers,
    phases: alone.length === 0 ? [whole] : [whole, phaseOf('singly', alone, true, ['whole'])],
    begun: [],
    // How it was held was written down for the whole run only.
    held: { method: null, insteadOf: null, brads: [], bradLengthMm: null, pilotMm: null },
    layersReady: Number(layersReady) > 0 ? { [gangKey]: layersReady } : {},
    done: (Array.isArray(done) ? done : []).map((_event, i) => i + 1),
  };
}

function cutOfPhase(cut: Doc): Doc {
  const { heightMm: _height, times: _times, ...rest } = cut;
  return { ...rest, twins: [] };
}
