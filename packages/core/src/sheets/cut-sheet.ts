import { boxGrown, circlePath, mapPath, type Box, type Path } from '../geometry';
import {
  abreastOf,
  bitsOf,
  gangName,
  gangOfLayer,
  patternsPut,
  PATTERN_WAYS,
  type Holding,
  isToSaw,
  type Plan,
  type PlannedStack,
  type Run,
  type Shop,
  type StackedGang,
  stripsFor,
} from '../planning';
import { cutsOf, type Part, type TemplateRevision } from '../products';
import { checkBarMm } from './furniture';
import { fitOnPage, type Fit } from './paper';

export type CautionId =
  | 'saw-off-to-thread'
  | 'eyes'
  | 'eyes-and-brads'
  | 'dust'
  | 'dust-of-sheets'
  | 'large-blanks'
  | 'waste-board'
  | 'round-tilted-corners'
  | 'spray-in-moving-air'
  | 'solvent-dry'
  | 'who-decides';

/** The outlines of one gang, to be drawn at true size. */
export interface PatternDrawing {
  readonly stackKeys: readonly string[];
  readonly title: string;
  /** Frame of the drawing with room for the line, mm. */
  readonly box: Box;
  readonly outlines: readonly Path[];
  /** Every line within the outlines: inside cuts, through cuts and drilled holes. */
  readonly insideCuts: readonly Path[];
  /** Patterns to put on, each for the passes of one blank. */
  readonly copies: number;
  /** The most passes that lie side by side under one of them. */
  readonly abreast: number;
  readonly fit: Fit;
}

/** What goes on the sheet for the shop beside the plan itself. */
export interface CutSheet {
  readonly patterns: readonly PatternDrawing[];
  readonly cautions: readonly CautionId[];
  /** Length of the bar that proves the scale, mm: 4 in, or 100 mm. */
  readonly checkBarMm: number;
}

/** Room round a drawing so that its outermost line is not clipped, mm. */
const LINE_ROOM = 1;

/** Lays out the sheet of a plan: patterns at true size where they fit the shop's paper, and the cautions that belong. */
export function cutSheet(plan: Plan, revisions: readonly TemplateRevision[], shop: Shop): CutSheet {
  const todo = plan.stacks.filter(({ passesToCut }) => passesToCut > 0);
  const parts = new Map(revisions.flatMap(({ template }) => template.parts.map((part) => [part.id, part])));
  return {
    patterns: patternsOnTop(todo).map((pattern) => drawingOf(pattern, parts, shop)),
    cautions: cautionsFor(plan.stacks.filter(isToSaw)),
    checkBarMm: checkBarMm(shop.units),
  };
}

interface PatternOnTop {
  readonly gang: StackedGang;
  readonly stackKeys: readonly string[];
  readonly copies: number;
  readonly abreast: number;
}

/** The patterns that stacks need: of each gang that lies on top while something is sawn, as often as it does. */
function patternsOnTop(stacks: readonly PlannedStack[]): PatternOnTop[] {
  const patterns = new Map<string, PatternOnTop>();
  for (const stack of stacks)
    for (const { layerId } of patternsPut(stack)) {
      const gang = gangOfLayer(layerId, stack);
      const known = patterns.get(gang.key) ?? { gang, stackKeys: [], copies: 0, abreast: 1 };
      const stackKeys = [...new Set([...known.stackKeys, stack.key])];
      const { strip, passesToCut } = stack;
      patterns.set(gang.key, {
        gang,
        stackKeys,
        copies: known.copies + stripsFor(strip, passesToCut),
        abreast: Math.max(known.abreast, abreastOf(strip, passesToCut)),
      });
    }
  return [...patterns.values()];
}

function drawingOf(
  { gang, stackKeys, copies, abreast }: PatternOnTop,
  known: ReadonlyMap<string, Part>,
  shop: Shop,
): PatternDrawing {
  const parts = gang.parts.flatMap(({ partId }) => known.get(partId) ?? []);
  const cuts = parts.flatMap(cutsOf);
  const box = boxGrown(gang.box, LINE_ROOM);
  return {
    stackKeys,
    title: `${gang.templateName}: ${gangName(gang)}`,
    box,
    outlines: cuts.filter(({ kind }) => kind === 'outside').map(({ cut }) => cut.path),
    insideCuts: [
      ...cuts.filter(({ kind }) => kind !== 'outside').map(({ cut }) => cut.path),
      ...parts.flatMap(({ holes }) => holes.map(({ center, diameterMm }) => circlePath(center, diameterMm / 2))),
    ],
    copies,
    abreast,
    fit: fitOnPage(box, shop.paper),
  };
}

function cautionsFor(todo: readonly PlannedStack[]): CautionId[] {
  if (todo.length === 0) return [];
  const drills = todo.some(({ phases }) => bitsOf(phases).length > 0);
  const sheets = todo.some(({ gangs }) => gangs.some(({ wood }) => wood.kind === 'sheet'));
  const isHeldBy = (way: Holding): boolean => todo.some(({ held }) => held.method === way);
  const patterns = todo.flatMap((stack) => patternsPut(stack).map(({ method }) => method));
  const isSprayed = patterns.some((method) => PATTERN_WAYS[method].isSprayed);
  const isTilted = todo.some(({ phases }) =>
    phases.some(({ cuts }) => cuts.some(({ rule }) => rule.tiltDegrees !== 0)),
  );
  return [
    'saw-off-to-thread',
    isHeldBy('brads') ? 'eyes-and-brads' : 'eyes',
    sheets ? 'dust-of-sheets' : 'dust',
    'large-blanks',
    ...(drills ? (['waste-board'] as const) : []),
    ...(isTilted ? (['round-tilted-corners'] as const) : []),
    ...(isHeldBy('film') || isSprayed ? (['spray-in-moving-air'] as const) : []),
    ...(patterns.includes('direct') ? (['solvent-dry'] as const) : []),
    'who-decides',
  ];
}

/** A path turned by a quarter to the left about the origin, for patterns that fit the page only sideways. */
export const turnedPath = (path: Path): Path => mapPath(path, ({ x, y }) => ({ x: -y, y: x }));

/** The box of a path turned by `turnedPath`. */
export const turnedBox = (box: Box): Box => ({ minX: -box.maxY, minY: box.minX, maxX: -box.minY, maxY: box.maxX });

/** File name for what is written out of a run: letters and digits of its name, joined by hyphens. */
export function fileNameFor(run: Pick<Run, 'name'>, ending: string): string {
  const stem = run.name
    .normalize('NFKD')
    .replace(/[^\p{Letter}\p{Number}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
  return `${stem || 'run'}.${ending}`;
}
