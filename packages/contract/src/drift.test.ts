import { expect, test } from '@jest/globals';
import type { Description, Schema } from 'joi';
import type {
  AfterOutline,
  BladeEnds,
  CutOrder,
  Defect,
  Grain,
  Holding,
  LengthUnit,
  MarkedLine,
  Paper,
  PatternSheetOptions,
  RodGroup,
  RodNeed,
  RunSpareRule,
  ScaleTarget,
  Segment,
  ShapeStep,
  Shop,
  BenchStepKind,
  BitKind,
  SpoilReason,
  StockKind,
  StockMoveKind,
  TakenBoard,
  TakenGroup,
  ToothForm,
  WorkEvent,
} from '@rapid-jig/core';
import {
  cutBlanksSchema,
  drawerSchema,
  machinesSchema,
  newStockSchema,
  patternRequestSchema,
  reserveWoodSchema,
  runSchema,
  shopSchema,
  templateSchema,
  workEventSchema,
} from '.';

const SCHEMAS: Readonly<Record<string, Schema>> = {
  template: templateSchema,
  run: runSchema,
  shop: shopSchema,
  drawer: drawerSchema,
  machines: machinesSchema,
  event: workEventSchema,
  stock: newStockSchema,
  patterns: patternRequestSchema,
  cut: cutBlanksSchema,
  reserve: reserveWoodSchema,
};

/** What Joi says of a schema, with what lies in lists and in the members of unions. */
interface Node extends Description {
  readonly keys?: Readonly<Record<string, Node>>;
  readonly items?: readonly Node[];
  readonly matches?: readonly { readonly switch?: readonly Case[]; readonly schema?: Node; readonly then?: Node }[];
  readonly whens?: readonly { readonly then?: Node }[];
  readonly allow?: unknown[];
}
interface Case {
  readonly is: Node;
  readonly then?: Node;
}

const casesOf = (node: Node): readonly Case[] => (node.matches ?? []).flatMap((match) => match.switch ?? []);

/** Every schema within one, with its place; lists are passed through, members of a union carry a `?`. */
function* within(node: Node, path: string): Generator<readonly [string, Node]> {
  yield [path, node];
  for (const [key, inner] of Object.entries(node.keys ?? {})) yield* within(inner, `${path}.${key}`);
  for (const { then } of node.whens ?? []) if (then) yield* within(then, `${path}?`);
  for (const inner of node.items ?? []) yield* within(inner, path);
  for (const { then } of casesOf(node)) if (then) yield* within(then, `${path}?`);
}
const everything = Object.entries(SCHEMAS).flatMap(([name, schema]) => [...within(schema.describe() as Node, name)]);

test('every key is required: what a model always has, the wire always has', () => {
  const loose = everything.flatMap(([path, { keys }]) =>
    Object.entries(keys ?? {})
      // The literal that tells the members of a union apart was looked at before; factors are the few the maker changed.
      .filter(([, { flags }]) => (flags as { presence?: string; only?: boolean } | undefined)?.presence !== 'required')
      .filter(([, { flags, allow }]) => !((flags as { only?: boolean } | undefined)?.only && (allow ?? []).length <= 3))
      .map(([key]) => `${path}.${key}`),
  );
  expect(loose.filter((path) => !path.startsWith('shop.factors.'))).toEqual([]);
});

/** The members of a union; one that is missing here, or is none, does not compile. */
const all = <T extends string>(members: Readonly<Record<T, true>>): string[] => Object.keys(members).sort();

test.each([
  ['shop.units', all<LengthUnit>({ in: true, mm: true })],
  ['shop.paper', all<Paper>({ letter: true, a4: true })],
  ['shop.saw.ends', all<BladeEnds>({ plain: true, pinned: true })],
  ['shop.betweenSizes', all<Shop['betweenSizes']>({ larger: true, smaller: true })],
  ['shop.cutOrder', all<CutOrder>({ 'inside-first': true, 'outline-first': true })],
  ['shop.afterOutline', all<AfterOutline>({ singly: true, together: true })],
  [
    'event?.spoiled.reason',
    all<SpoilReason>({
      slipped: true,
      wandered: true,
      broke: true,
      burnt: true,
      'blow-out': true,
      fit: true,
      other: true,
    }),
  ],
  ['shop.bits.kind', all<BitKind>({ twist: true, 'brad-point': true, forstner: true })],
  [
    'event?.subject?.name',
    all<BenchStepKind>({
      glue: true,
      prepare: true,
      stick: true,
      drill: true,
      blade: true,
      tilt: true,
      thread: true,
      cut: true,
      check: true,
      split: true,
      peel: true,
    }),
  ],
  ['shop.holding', all<Holding>({ tape: true, brads: true, 'double-sided': true, film: true, 'glue-dots': true })],
  [
    'shop.favouriteForm',
    all<ToothForm>({
      plain: true,
      skip: true,
      double: true,
      reverse: true,
      'two-way': true,
      'wide-kerf': true,
      ground: true,
      spiral: true,
    }),
  ],
  ['drawer.blades.ends', all<BladeEnds>({ plain: true, pinned: true })],
  ['template.parts.grain', all<Grain>({ 'along-x': true, 'along-y': true, any: true })],
  ['template.parts.marks.kind', all<MarkedLine['kind']>({ mark: true, fold: true })],
  ['template.rods.kind', all<RodNeed['kind']>({ dowel: true, strip: true })],
  [
    'stock.items.kind',
    all<StockKind>({
      board: true,
      sheet: true,
      strip: true,
      offcut: true,
      dowel: true,
      bought: true,
      consumable: true,
      made: true,
    }),
  ],
  ['stock.items.defects.kind', all<Defect['kind']>({ knot: true, split: true, wane: true })],
  [
    'stock.moves.kind',
    all<StockMoveKind>({ received: true, reserved: true, released: true, used: true, returned: true, corrected: true }),
  ],
  ['cut.wood.groups.manner', all<TakenGroup['manner']>({ 'edge-to-edge': true, 'free-form': true })],
  ['cut.wood.groups.boards.way.lacking', all<TakenBoard['way']['lacking'][number]>({ resaw: true, planer: true })],
  ['cut.wood.rods.kind', all<RodGroup['kind']>({ dowel: true, strip: true })],
  ['patterns.options.lineRule', all<PatternSheetOptions['lineRule']>({ on: true, outside: true, inside: true })],
])('%s takes every member of its union, and no other', (path, members) => {
  const found = everything.filter(([place]) => place === path).flatMap(([, { allow }]) => allow ?? []);
  expect([...new Set(found.filter((value) => typeof value === 'string'))].sort()).toEqual(members);
});

test.each([
  [
    'event',
    all<WorkEvent['kind']>({
      'pass-sawn': true,
      'blanks-cut': true,
      'rods-cut': true,
      'layers-spoiled': true,
      'step-done': true,
      noticed: true,
      'sets-assembled': true,
      'piece-off': true,
      'pass-taken-back': true,
    }),
  ],
  ['run.spares', all<RunSpareRule['kind']>({ count: true, percent: true, risk: true })],
  ['template.parts.outline.path.segments', all<Segment['kind']>({ line: true, arc: true, cubic: true })],
  [
    'template.drawings.steps.shape',
    all<ShapeStep['kind']>({ scale: true, 'true-size': true, rotate: true, mirror: true }),
  ],
  [
    'template.drawings.steps.shape?.to',
    all<ScaleTarget['by']>({ factor: true, width: true, height: true, board: true }),
  ],
  [
    'cut.wood.groups.boards.treeNm',
    all<TakenBoard['treeNm']['kind']>({ piece: true, rest: true, free: true, cut: true }),
  ],
  [
    'cut.wood.groups.boards.way.way',
    all<TakenBoard['way']['way']['kind']>({ ready: true, plane: true, resaw: true, laminate: true }),
  ],
])('%s knows every kind of its union', (path, members) => {
  const kinds = everything
    .filter(([place]) => place === path)
    .flatMap(([, node]) => casesOf(node).flatMap(({ is }) => is.allow ?? []));
  expect([...new Set(kinds.filter((value) => typeof value === 'string'))].sort()).toEqual(members);
});
