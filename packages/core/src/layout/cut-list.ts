import { linksOf, type Link } from './chain';
import { eachNode, piecesIn, type CutNode, type CutTree } from './tree';

/** What comes off a board: a finished piece by its letter, or a strip that is cut further, by the letters in it. */
export interface CutResult {
  readonly kind: 'piece' | 'strip';
  /** Of a strip which one it is: those that are cut alike are one. */
  readonly strip: number | null;
  readonly letters: string;
}

/** So many of one result from each of the alike parts in hand. */
export interface CutTake {
  /** The strip in hand; null for the board. */
  readonly from: number | null;
  readonly fromLetters: string;
  /** How many alike strips there are. */
  readonly parts: number;
  /** From each of them. */
  readonly each: number;
  readonly gives: CutResult;
  /** True where it is what the last cut leaves: no cut of its own. */
  readonly isLeft: boolean;
}

/** Cuts that are made with one setting: the fence of the table saw for rips, the stop of the crosscut saw. */
export interface SettingStep {
  readonly axis: 'rip' | 'crosscut';
  /** Whole nanometres, from fence or stop to the blade. */
  readonly settingNm: number;
  /** The shortest and the longest part in hand along the grain, whole nanometres. */
  readonly inHandNm: { readonly least: number; readonly most: number };
  readonly takes: readonly CutTake[];
  readonly count: number;
}

/** Pieces that a jigsaw cuts out of the board. */
export interface CutOut {
  readonly axis: 'jigsaw';
  readonly pieces: readonly { readonly letters: string; readonly count: number }[];
}

export type CutStep = SettingStep | CutOut;

/** Parts that are cut alike. */
interface Alike {
  readonly strip: number | null;
  readonly letters: string;
  readonly nodes: CutNode[];
}

/**
 * The cuts of a board as they are made: the rips of a width with one setting of the fence, the crosscuts of a length with
 * one setting of the stop, strips before what is cut from them. On a board with flaws cuts keep their order along it.
 */
export function cutList(tree: CutTree, letterOf: (piece: number) => string): CutStep[] {
  if (tree.kind === 'free')
    return [{ axis: 'jigsaw', pieces: counted(piecesIn(tree).map(({ piece }) => letterOf(piece))) }];
  if (tree.kind !== 'cut') return [];
  const steps: CutStep[] = [];
  const inOrder = hasFlaw(tree);
  let strips = 0;
  let level: Alike[] = [{ strip: null, letters: '', nodes: [tree] }];
  while (level.length > 0) {
    const next = new Map<string, Alike>();
    const resultOf = ({ tree: made }: Link): CutResult | null => {
      if (made.kind === 'piece') return { kind: 'piece', strip: null, letters: letterOf(made.piece) };
      if (made.kind !== 'cut') return null;
      const look = lookOf(made, letterOf);
      const known = next.get(look);
      const own = known ?? { strip: ++strips, letters: lettersIn(made, letterOf), nodes: [] };
      if (!known) next.set(look, own);
      return { kind: 'strip', strip: own.strip, letters: own.letters };
    };
    const made = level.map((alike) => stepsOf(alike, resultOf));
    for (const alike of level) for (const node of alike.nodes) keepParts(node, next, letterOf);
    steps.push(...(inOrder ? made.flat() : merged(made.flat())));
    level = [...next.values()];
  }
  return steps;
}

/** Every part of a node that is cut further, with those that are cut alike. */
function keepParts(node: CutNode, next: ReadonlyMap<string, Alike>, letterOf: (piece: number) => string): void {
  for (const { tree } of linksOf(node)) if (tree.kind === 'cut') next.get(lookOf(tree, letterOf))?.nodes.push(tree);
}

/** The steps of parts that are cut alike: equal parts that follow each other are one. */
function stepsOf({ strip, letters, nodes }: Alike, resultOf: (link: Link) => CutResult | null): SettingStep[] {
  const [first] = nodes;
  if (!first) return [];
  const { axis, length } = first;
  const parts = nodes.length;
  const steps: SettingStep[] = [];
  for (const link of linksOf(first)) {
    const gives = resultOf(link);
    const last = steps[steps.length - 1];
    if (!gives && !link.isCutOff) continue;
    const take: CutTake = {
      from: strip,
      fromLetters: letters,
      parts,
      each: 1,
      gives: gives ?? { kind: 'strip', strip: null, letters: '' },
      isLeft: !link.isCutOff,
    };
    const own = { axis, settingNm: link.size, inHandNm: { least: length, most: length }, takes: [take], count: parts };
    if (last?.settingNm === link.size || (last && take.isLeft)) steps[steps.length - 1] = together(last, own);
    else steps.push(own);
  }
  return steps;
}

/** Steps with one setting together, rips before crosscuts, large settings first; what is left of a part comes with its last cut. */
function merged(steps: readonly SettingStep[]): SettingStep[] {
  const bySetting = new Map<string, SettingStep>();
  const cutOff = ({ isLeft }: CutTake): boolean => !isLeft;
  for (const step of steps) {
    const key = `${step.axis} ${String(step.settingNm)}`;
    const known = bySetting.get(key);
    const own = { ...step, takes: step.takes.filter(cutOff) };
    bySetting.set(key, known ? together(known, own) : own);
  }
  const sorted = [...bySetting.values()].sort(
    (a, b) => Number(a.axis === 'crosscut') - Number(b.axis === 'crosscut') || b.settingNm - a.settingNm,
  );
  for (const take of steps.flatMap(({ takes }) => takes.filter(({ isLeft }) => isLeft))) {
    const last = sorted.findLastIndex(({ takes }) => takes.some(({ from }) => from === take.from));
    const step = sorted[last];
    if (step) sorted[last] = { ...step, takes: [...step.takes, take] };
  }
  return sorted;
}

function together(a: SettingStep, b: SettingStep): SettingStep {
  const takes = [...a.takes];
  for (const take of b.takes) {
    const i = takes.findIndex(
      ({ from, gives, isLeft }) =>
        from === take.from &&
        isLeft === take.isLeft &&
        gives.letters === take.gives.letters &&
        gives.strip === take.gives.strip,
    );
    const known = takes[i];
    if (known) takes[i] = { ...known, each: known.each + take.each };
    else takes.push(take);
  }
  return {
    ...a,
    inHandNm: { least: Math.min(a.inHandNm.least, b.inHandNm.least), most: Math.max(a.inHandNm.most, b.inHandNm.most) },
    takes,
    count: a.count + (a.settingNm === b.settingNm ? b.count : 0),
  };
}

function hasFlaw(tree: CutTree): boolean {
  let found = false;
  eachNode(tree, (node) => (found ||= node.kind === 'rest' && node.defect));
  return found;
}

/** Letters of the pieces in a part, each once, in the order of the alphabet. */
const lettersIn = (tree: CutTree, letterOf: (piece: number) => string): string =>
  [...new Set(piecesIn(tree).map(({ piece }) => letterOf(piece)))].sort().join('');

/** Parts with the same look are cut alike. */
function lookOf(tree: CutTree, letterOf: (piece: number) => string): string {
  const size = `${String(tree.length)}x${String(tree.width)}`;
  if (tree.kind === 'piece') return `${letterOf(tree.piece)}${size}`;
  if (tree.kind !== 'cut') return `-${size}`;
  return `${tree.axis}${size}(${linksOf(tree)
    .map((link) => lookOf(link.tree, letterOf))
    .join()})`;
}

function counted(letters: readonly string[]): { readonly letters: string; readonly count: number }[] {
  const counts = new Map<string, number>();
  for (const one of letters) counts.set(one, (counts.get(one) ?? 0) + 1);
  return [...counts].sort(([a], [b]) => (a < b ? -1 : 1)).map(([own, count]) => ({ letters: own, count }));
}
