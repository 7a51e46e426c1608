import { isRecord, recordsIn, type Doc } from './doc';

/**
 * Form 5 of a plan: patterns may be put on in several ways, blanks glued up from boards, cuts sawn at a tilt. All patterns of a plan
 * were put on one way, each blank was one board, and every cut ran square on its line.
 */
export function planWithPatterns(plan: Doc): Doc {
  const used = isRecord(plan['consumables']) ? plan['consumables'] : {};
  const { pattern, patternCopies, patternSheets, patternMaterialMm2, ...rest } = used;
  const patterns =
    Number(patternCopies) > 0
      ? [{ method: pattern, copies: patternCopies, sheets: patternSheets, materialMm2: patternMaterialMm2 }]
      : [];
  return {
    ...plan,
    consumables: { ...rest, patterns },
    stacks: recordsIn(plan, 'stacks').map((stack) => stackOnItsLines(stack, pattern)),
    bladeTurns: recordsIn(plan, 'bladeTurns').map((turn) => ({ ...turn, tiltsDegrees: [0] })),
    glueUps: [],
    hardware: [],
  };
}

const stackOnItsLines = (stack: Doc, pattern: unknown): Doc => ({
  ...stack,
  gangs: recordsIn(stack, 'gangs').map((gang) => {
    const { wood, nominalMm, thicknessMm } = gang;
    return { ...gang, plies: [{ wood, nominalMm, thicknessMm }], pattern, apartClean: false };
  }),
  phases: recordsIn(stack, 'phases').map((phase) => ({
    ...phase,
    cuts: recordsIn(phase, 'cuts').map((cut) => ({ ...cut, rule: { line: 'on', tiltDegrees: 0, kept: null } })),
  })),
});
