import { isRecord, recordsIn, withCuts, type Doc } from './doc';

/** What was not known of blades: a plan says of them what it was made with. */
const NOT_KNOWN = {
  sources: { widthMm: 'typical', thicknessMm: 'typical', kerfMm: 'typical', teethPerInch: 'typical' },
  priceMinor: null,
  reorderAt: null,
  driftDegrees: null,
  inSaw: false,
};

/**
 * Form 6 of a plan: blades have a price, a drift and sources, one may be in the saw; cuts may want something beside their lines;
 * it is told where a worn blade is changed.
 */
export const planWithWants = (plan: Doc): Doc => ({
  ...withCuts(plan, (cut) => ({
    ...cut,
    wants: [],
    choice: isRecord(cut['choice']) ? withBlade(cut['choice']) : cut['choice'],
  })),
  bladeTurns: recordsIn(plan, 'bladeTurns').map(turnWithSpells),
  changingSaved: 0,
  bladeUses: recordsIn(plan, 'bladeUses').map((use) => ({ ...withBlade(use), changes: [] })),
});

/** Each stack was sawn to its end; of its tilts it was only told which there were. */
function turnWithSpells({ stackKeys, tiltsDegrees, ...turn }: Doc): Doc {
  const keys = Array.isArray(stackKeys) ? stackKeys : [];
  const [tiltDegrees = 0] = Array.isArray(tiltsDegrees) ? (tiltsDegrees as number[]) : [];
  return { ...withBlade(turn), spells: keys.map((stackKey: unknown) => ({ stackKey, tiltDegrees })) };
}

const withBlade = (holder: Doc): Doc => ({
  ...holder,
  blade: isRecord(holder['blade']) ? { ...holder['blade'], ...NOT_KNOWN } : holder['blade'],
});
