import { boxHeight, boxWidth } from '../../geometry';
import { compareMm, inches, snapMm } from '../../units';
import { workArea } from '../model/paper';
import type { Shop } from '../model/shop';
import type { SawnStack, Stack, StackedGang, Strip } from '../model/stack';
import { isTilted } from './tilt';

/** A blank with both sides below this brings fingers near the blade (common practice; no published figure), mm. */
export const SMALL_BLANK = inches(3);
/** The widest board that a hand spans beside the blade while small parts are sawn off it, mm (our estimate). */
const HAND_SPAN = inches(6);
/** Round a pattern for its lines, and below it for its label, mm. */
const LINE_ROOM = 2;
const LABEL_ROOM = 12;

type Laid = Pick<SawnStack, 'gangs' | 'layers' | 'phases'>;

/** True of parts so small that several want one blank. */
export const isSmall = ({ blank: { length, width } }: Pick<StackedGang, 'blank'>): boolean =>
  compareMm(Math.max(length, width), SMALL_BLANK) < 0;

/** Between parts that lie side by side, mm: the margin, a kerf at the least. */
export const gapBetween = ({ phases }: Pick<SawnStack, 'phases'>, margin: number): number =>
  phases.flatMap(({ cuts }) => cuts).reduce((most, { choice }) => Math.max(most, choice.blade.kerfMm), margin);

/**
 * How passes of small parts lie side by side: in rows along the grain, as many as go on one sheet of the shop's paper, within the span
 * of a hand and the reach of the saw. A datum edge lies on the board's own for each of them, so one row runs along that edge. null
 * where parts are not small, fewer than two go, an outline is tilted, or layers are joined or taken apart before it is sawn: then
 * each pass is made by itself.
 */
export function stripFor(stack: Laid, { paper, saw }: Pick<Shop, 'paper' | 'saw'>): Strip | null {
  const [first] = stack.gangs;
  if (!first || !isSmall(first) || !isHeldOnce(stack)) return null;
  const row = rowsOf(first, gapBetween(stack, first.blank.margin));
  const sheet = workArea(paper);
  const [wide, high] = [boxWidth(sheet) - LINE_ROOM, boxHeight(sheet) - LINE_ROOM - LABEL_ROOM];
  const fits = (columns: number, rows: number): boolean => {
    const [long, deep] = [columns * row.step - row.between, rows * row.rowStep - row.between];
    const isOn = (across: number, up: number): boolean => compareMm(across, wide) <= 0 && compareMm(up, high) <= 0;
    const blank = [long + first.blank.margin + row.handle, deep + row.margins] as const;
    const isInHand = rows === 1 || compareMm(blank[1], HAND_SPAN) <= 0;
    return (isOn(long, deep) || isOn(deep, long)) && isInHand && compareMm(Math.hypot(...blank), saw.reach.mm) <= 0;
  };
  let best = { columns: 1, rows: 1 };
  for (let rows = 1; rows <= row.mostRows && fits(1, rows); rows++) {
    let columns = 1;
    while (fits(columns + 1, rows)) columns++;
    if (columns * rows > best.columns * best.rows) best = { columns, rows };
  }
  if (best.columns * best.rows < 2) return null;
  const { along, step, rowStep, handle } = row;
  return { along, ...best, step: snapMm(step), rowStep: snapMm(rowStep), handle: snapMm(handle) };
}

/** How parts would lie in rows: which way, how far from each other, with what wood at the sides of all rows and behind the last part. */
function rowsOf({ blank: { length, width, margin }, flush: { across, up }, grain }: StackedGang, between: number) {
  const grainAxis = grain === 'along-y' ? 'y' : 'x';
  const along = across > 0 ? ('y' as const) : up > 0 ? ('x' as const) : grainAxis;
  const [own, side] = along === grainAxis ? [length, width] : [width, length];
  const margins = (2 - across - up) * margin;
  const part = own - 2 * margin;
  return {
    along,
    between,
    margins,
    step: part + between,
    rowStep: side - margins + between,
    handle: Math.max(margin, SMALL_BLANK - margin - part),
    // With a datum edge both ways none has another beside it.
    mostRows: across + up === 2 ? 0 : across + up === 1 ? 1 : Infinity,
  };
}

/** True where layers are held to each other once, and stay so until their outline is sawn through all of them, square. */
function isHeldOnce({ layers, phases }: Laid): boolean {
  const last = phases.findLastIndex(({ cuts }) => cuts.some(({ kind }) => kind === 'outside'));
  return phases
    .slice(0, last + 1)
    .every(
      ({ layerIds, singly, cuts }) =>
        !singly &&
        layerIds.length === layers.length &&
        cuts.every(({ kind, rule }) => kind !== 'outside' || !isTilted(rule)),
    );
}

/** The most passes that lie on one blank of a strip; 1 where there is none. */
export const mostOn = (strip: Strip | null): number => (strip ? strip.columns * strip.rows : 1);

/** How many blanks, one on each other for a stack, so many passes take. */
export const stripsFor = (strip: Strip | null, passes: number): number => Math.ceil(passes / mostOn(strip));

/** How many of so many passes lie on one blank: as evenly as can be on the fewest. */
export const abreastOf = (strip: Strip | null, passes: number): number =>
  passes === 0 ? 1 : Math.ceil(passes / stripsFor(strip, passes));

/** So many passes on blanks that hold so many of them, each size with how many there are: the last may hold fewer. */
export function sharedOut(passes: number, perBlank: number): { readonly passes: number; readonly count: number }[] {
  const last = passes % perBlank;
  return [
    { passes: perBlank, count: Math.floor(passes / perBlank) },
    ...(last > 0 ? [{ passes: last, count: 1 }] : []),
  ];
}

/** The passes of a stack that its minutes are told for: those to cut; of one that is in hand or done, those. */
export const passesOf = ({ passesToCut, begun, done }: Pick<Stack, 'passesToCut' | 'begun' | 'done'>): number =>
  passesToCut > 0 ? passesToCut : Math.max(1, begun.length + done.length);

/** Rows and columns of so many passes on one blank: no more rows than they need, none longer than it must be. */
export function gridOf({ columns }: Strip, passes: number): { readonly columns: number; readonly rows: number } {
  const rows = Math.ceil(passes / columns);
  return { columns: Math.ceil(passes / rows), rows };
}

/** Where each of so many passes lies from the first, mm in the frame of the stack: row by row, the handle behind the last of each. */
export function placesOn(strip: Strip, passes: number): { readonly x: number; readonly y: number }[] {
  const { columns } = gridOf(strip, passes);
  return Array.from({ length: passes }, (_none, i) => {
    const [a, b] = [(i % columns) * strip.step, Math.floor(i / columns) * strip.rowStep];
    return strip.along === 'x' ? { x: a, y: b } : { x: b, y: a };
  });
}
