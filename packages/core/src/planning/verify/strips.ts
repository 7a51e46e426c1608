import { compareMm, inches } from '../../units';
import type { PlanInput } from '../model/input';
import { workArea } from '../model/paper';
import type { PlannedStack } from '../model/plan';
import type { Strip } from '../model/stack';

/** How many blanks, one on each other, so many passes of a stack take. */
export function blanksTaken({ strip }: Pick<PlannedStack, 'strip'>, passes: number): number {
  const onOne = strip === null ? 1 : strip.columns * strip.rows;
  let blanks = 0;
  for (let left = passes; left > 0; left -= onOne) blanks++;
  return blanks;
}

/** Passes of small parts lie side by side as many as may, drawn on paper and in the hand; all others each for itself. */
export function stripWrong(stack: PlannedStack, input: PlanInput): string[] {
  const { strip } = stack;
  const most = Math.max(1, ...allowedGrids(stack, input).map(([columns, rows]) => columns * rows));
  if (strip === null) return most > 1 ? [`${String(most)} passes could lie side by side`] : [];
  const { columns, rows } = strip;
  const isWhole = [columns, rows].every((count) => Number.isInteger(count) && count > 0);
  const isAllowed = allowedGrids(stack, input).some(([c, r]) => c === columns && r === rows);
  const steps = stepsOf(stack);
  const isOff = (['along', 'step', 'rowStep', 'handle'] as const).some((field) => {
    const [told, right] = [strip[field], steps[field]];
    return typeof told === 'number' && typeof right === 'number' ? compareMm(told, right) !== 0 : told !== right;
  });
  return [
    ...(isWhole && isAllowed && columns * rows === most && most > 1
      ? []
      : [`${String(columns)} by ${String(rows)} passes side by side, ${String(most)} may`]),
    ...(isOff ? ['the places of passes side by side'] : []),
  ];
}

/** From part to part and from row to row: the part as its blank holds it and a margin, or a kerf where that is wider. */
function stepsOf({ gangs: [top], phases }: PlannedStack): Pick<Strip, 'along' | 'step' | 'rowStep' | 'handle'> {
  if (!top) throw new RangeError('a stack has at least one gang');
  const { margin, length, width } = top.blank;
  const widest = Math.max(margin, ...phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.kerfMm)));
  const [wide, high] = top.grain === 'along-y' ? [width, length] : [length, width];
  // A side that lies on the board's own edge has no margin.
  const [x, y] = [wide - (2 - top.flush.across) * margin, high - (2 - top.flush.up) * margin];
  const alongY = top.flush.across === 1 || (top.flush.up === 0 && top.grain === 'along-y');
  const [part, depth] = alongY ? [y, x] : [x, y];
  return {
    along: alongY ? 'y' : 'x',
    step: part + widest,
    rowStep: depth + widest,
    handle: Math.max(margin, inches(3) - part - margin),
  };
}

/** More than these in a row, or rows, go on no sheet. */
const MOST = 200;

/** Rows and columns that a sheet of paper, a hand and the saw have room for. */
function allowedGrids(stack: PlannedStack, { shop }: PlanInput): [columns: number, rows: number][] {
  const [top] = stack.gangs;
  if (!top || !isSawnSideBySide(stack)) return [];
  const { margin, length, width } = top.blank;
  const { across, up } = top.flush;
  if (compareMm(length, inches(3)) >= 0 || compareMm(width, inches(3)) >= 0 || across + up === 2) return [];
  const { step, rowStep, handle } = stepsOf(stack);
  const between = Math.max(
    margin,
    ...stack.phases.flatMap(({ cuts }) => cuts.map(({ choice }) => choice.blade.kerfMm)),
  );
  const { minX, minY, maxX, maxY } = workArea(shop.paper);
  // Two mm for lines, twelve below for the label.
  const sheet = [maxX - minX - 2, maxY - minY - 2 - 12];
  const within = (one: number, room: number | undefined): boolean => compareMm(one, room ?? 0) <= 0;
  const grids: [number, number][] = [];
  for (let rows = 1; rows <= (across + up > 0 ? 1 : MOST); rows++)
    for (let columns = 1; columns <= MOST; columns++) {
      const [long, deep] = [columns * step - between, rows * rowStep - between];
      const onPaper =
        (within(long, sheet[0]) && within(deep, sheet[1])) || (within(long, sheet[1]) && within(deep, sheet[0]));
      const held = deep + (2 - across - up) * margin;
      const isInHand = rows === 1 || within(held, inches(6));
      if (!onPaper || !isInHand || !within(Math.hypot(long + margin + handle, held), shop.saw.reach.mm)) break;
      grids.push([columns, rows]);
    }
  return grids;
}

/** True where all layers are together, and the table level, until the outline is sawn. */
function isSawnSideBySide({ layers, phases }: PlannedStack): boolean {
  const outlines = phases.map(({ cuts }) => cuts.filter(({ kind }) => kind === 'outside'));
  const last = outlines.reduce((latest, cuts, i) => (cuts.length > 0 ? i : latest), -1);
  const isLevel = outlines.every((cuts) => cuts.every(({ rule }) => rule.tiltDegrees === 0));
  const before = phases.slice(0, last + 1);
  return isLevel && before.every(({ singly, layerIds }) => !singly && layerIds.length === layers.length);
}
