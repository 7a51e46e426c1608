import type { Blade } from '../../blades';
import { timesToSaw } from '../costs';
import type { Phase, PlannedCut, Stack } from '../model/stack';

/** True where something of a stack is still to be sawn: whole passes, or what is left of those begun. */
export const isToSaw = (stack: Stack): boolean => stack.passesToCut > 0 || stack.begun.length > 0;

/** Cuts of a stack that follow each other with one blade at one tilt: sawn in each pass before the next pass. */
export interface Spell {
  readonly stack: Stack;
  readonly blade: Blade;
  readonly tiltDegrees: number;
  readonly cuts: readonly { readonly phase: Phase; readonly cut: PlannedCut }[];
}

/** What a change costs, in one measure. */
export interface ChangeCosts {
  readonly blade: number;
  readonly tilt: number;
}

/** A blade and a tilt; blades by their id, '' for none. */
interface Setting {
  readonly bladeId: string;
  readonly tiltDegrees: number;
}

/** Stacks whose spells have the same settings in the same order: they go on together. */
interface Chain {
  /** True where it is sawn to its end before any that is not. */
  readonly isAhead: boolean;
  readonly settings: readonly Setting[];
  readonly stacks: readonly (readonly Spell[])[];
}

/** More states than these are not searched through: then the next setting is the nearest that most stacks wait for. */
const MOST_STATES = 50_000;

/** The spells of a stack that are still to be sawn, in order. */
export function spellsOf(stack: Stack): Spell[] {
  const spells: { stack: Stack; blade: Blade; tiltDegrees: number; cuts: { phase: Phase; cut: PlannedCut }[] }[] = [];
  for (const phase of stack.phases.filter((one) => timesToSaw(stack, one) > 0))
    for (const cut of phase.cuts) {
      const last = spells[spells.length - 1];
      const { tiltDegrees } = cut.rule;
      const { blade } = cut.choice;
      if (last?.blade.id === blade.id && last.tiltDegrees === tiltDegrees) last.cuts.push({ phase, cut });
      else spells.push({ stack, blade, tiltDegrees, cuts: [{ phase, cut }] });
    }
  return spells;
}

/**
 * The order of all spells with the least cost of changes, each stack's own in their order: the shortest way through what is
 * done of each kind of stack, found exactly (dynamic programming) where that has up to 50,000 states. Begins with the blade in the
 * saw and a level table. Of equal orders the one that takes stacks as they are given. Stacks that hold a part of the templates
 * `first` are sawn to their end before the others.
 */
export function scheduleSpells(stacks: readonly Stack[], costs: ChangeCosts, first: readonly string[] = []): Spell[] {
  const waiting = stacks.filter(isToSaw).map(spellsOf);
  const chains = chainsOf(waiting, (stack) => isAheadOf(stack, first));
  const inSaw = waiting.flat().find(({ blade }) => blade.inSaw)?.blade.id ?? '';
  const start: Setting = { bladeId: inSaw, tiltDegrees: 0 };
  const rank = new Map(stacks.map((stack, i) => [stack.key, isAheadOf(stack, first) ? i : i + stacks.length]));
  const order: Spell[] = [];
  let done = chains.map(() => 0);
  for (const setting of [start, ...bestSettings(chains, start, costs)]) {
    const next = advanced(chains, done, setting);
    const now = chains.flatMap(({ stacks: own }, i) => own.flatMap((spells) => spells.slice(done[i], next[i])));
    order.push(...now.sort((a, b) => (rank.get(a.stack.key) ?? 0) - (rank.get(b.stack.key) ?? 0)));
    done = next;
  }
  return order;
}

/** What the changes of an order cost, beginning with the blade in the saw and a level table. */
export function costOfChanges(spells: readonly Spell[], costs: ChangeCosts): number {
  const inSaw = spells.find(({ blade }) => blade.inSaw)?.blade.id ?? '';
  let at: Setting = { bladeId: inSaw, tiltDegrees: 0 };
  return spells.reduce((sum, spell) => {
    const next = settingOf(spell);
    const cost = between(at, next, costs);
    at = next;
    return sum + cost;
  }, 0);
}

const settingOf = ({ blade, tiltDegrees }: Spell): Setting => ({ bladeId: blade.id, tiltDegrees });
const nameOf = ({ bladeId, tiltDegrees }: Setting): string => `${bladeId} ${String(tiltDegrees)}`;
const isSame = (a: Setting | undefined, b: Setting): boolean =>
  a?.bladeId === b.bladeId && a.tiltDegrees === b.tiltDegrees;
const between = (from: Setting, to: Setting, { blade, tilt }: ChangeCosts): number =>
  (from.bladeId === to.bladeId ? 0 : blade) + (from.tiltDegrees === to.tiltDegrees ? 0 : tilt);

/** True for a stack with a part of one of these templates. */
const isAheadOf = ({ gangs }: Pick<Stack, 'gangs'>, first: readonly string[]): boolean =>
  gangs.some(({ templateId }) => first.includes(templateId));

function chainsOf(waiting: readonly (readonly Spell[])[], isFirst: (stack: Stack) => boolean): Chain[] {
  const chains = new Map<string, { isAhead: boolean; settings: Setting[]; stacks: (readonly Spell[])[] }>();
  for (const spells of waiting) {
    const isAhead = spells.some(({ stack }) => isFirst(stack));
    const settings = spells.map(settingOf);
    const key = [String(isAhead), ...settings.map(nameOf)].join('|');
    const chain = chains.get(key) ?? { isAhead, settings, stacks: [] };
    chain.stacks.push(spells);
    chains.set(key, chain);
  }
  return [...chains.values()];
}

/** How far each chain has come when all that wait for a setting are sawn with it: that costs nothing. */
function advanced(chains: readonly Chain[], done: readonly number[], setting: Setting): number[] {
  const next = [...done];
  const advance = (isAhead: boolean): void =>
    chains.forEach((chain, i) => {
      if (chain.isAhead === isAhead) while (isSame(chain.settings[next[i] ?? 0], setting)) next[i] = (next[i] ?? 0) + 1;
    });
  advance(true);
  if (!someAheadWait(chains, next)) advance(false);
  return next;
}

const someAheadWait = (chains: readonly Chain[], done: readonly number[]): boolean =>
  chains.some(({ isAhead, settings }, i) => isAhead && (done[i] ?? 0) < settings.length);

/** The settings that some chain waits for, in the order of the chains. */
function waitedFor(chains: readonly Chain[], done: readonly number[]): Setting[] {
  const next = new Map<string, Setting>();
  const onlyAhead = someAheadWait(chains, done);
  chains.forEach(({ isAhead, settings }, i) => {
    const setting = settings[done[i] ?? 0];
    if (setting && (isAhead || !onlyAhead) && !next.has(nameOf(setting))) next.set(nameOf(setting), setting);
  });
  return [...next.values()];
}

function bestSettings(chains: readonly Chain[], start: Setting, costs: ChangeCosts): Setting[] {
  const states = chains.reduce((product, { settings }) => product * (settings.length + 1), 1);
  if (states > MOST_STATES) return nearestSettings(chains, start, costs);
  const known = new Map<string, { cost: number; settings: readonly Setting[] }>();
  const from = (done: readonly number[], at: Setting): { cost: number; settings: readonly Setting[] } => {
    const key = `${done.join()} ${nameOf(at)}`;
    const before = known.get(key);
    if (before) return before;
    const now = advanced(chains, done, at);
    let best: { cost: number; settings: readonly Setting[] } | null = null;
    for (const setting of waitedFor(chains, now)) {
      const rest = from(now, setting);
      const cost = between(at, setting, costs) + rest.cost;
      if (best === null || cost < best.cost) best = { cost, settings: [setting, ...rest.settings] };
    }
    const found = best ?? { cost: 0, settings: [] };
    known.set(key, found);
    return found;
  };
  return [
    ...from(
      chains.map(() => 0),
      start,
    ).settings,
  ];
}

/** Always the cheapest next setting; of equal ones that for which most stacks wait. */
function nearestSettings(chains: readonly Chain[], start: Setting, costs: ChangeCosts): Setting[] {
  const settings: Setting[] = [];
  let [at, done] = [
    start,
    advanced(
      chains,
      chains.map(() => 0),
      start,
    ),
  ];
  for (let next = waitedFor(chains, done); next.length > 0; next = waitedFor(chains, done)) {
    const waiting = (setting: Setting): number =>
      chains.reduce(
        (sum, chain, i) => sum + (isSame(chain.settings[done[i] ?? 0], setting) ? chain.stacks.length : 0),
        0,
      );
    const here = at;
    at = next.reduce((best, setting) => {
      const [cost, least] = [between(here, setting, costs), between(here, best, costs)];
      return cost < least || (cost === least && waiting(setting) > waiting(best)) ? setting : best;
    });
    settings.push(at);
    done = advanced(chains, done, at);
  }
  return settings;
}
