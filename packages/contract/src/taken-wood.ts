import Joi from 'joi';
import type {
  Defect,
  NeededBlank,
  RodBar,
  RodGroup,
  TakenBoard,
  TakenGroup,
  TakenWood,
  Tally,
  ToBuy,
} from '@rapid-jig/core';
import { count, id, name, placeMm, positiveMm, type Wire } from './fields';
import { defectSchema } from './rack';

/** A run lays no more blanks than this; its plan is refused long before. */
const MOST_BLANKS = 100_000;
const MOST_BOARDS = 20_000;

const woodId = Joi.string().max(60);
const stackKey = Joi.string().max(120);
const nm = Joi.number().integer().required();
const place = Joi.number().integer().min(0).max(MOST_BLANKS);
const minor = Joi.number().integer().min(0).allow(null);

const rectangle = { x: nm, y: nm, length: nm, width: nm };
const piece = Joi.object({
  ...rectangle,
  kind: Joi.string().valid('piece').required(),
  piece: place.required(),
  turned: Joi.boolean().required(),
});
const rest = Joi.object({
  ...rectangle,
  kind: Joi.string().valid('rest').required(),
  defect: Joi.boolean().required(),
});
const free = Joi.object({
  ...rectangle,
  kind: Joi.string().valid('free').required(),
  inside: Joi.array()
    .items(Joi.alternatives().conditional('.kind', { switch: [{ is: 'piece', then: piece, otherwise: rest }] }))
    .max(MOST_BLANKS)
    .required(),
});
const subtree = Joi.link('#tree');
const cut = Joi.object({
  ...rectangle,
  kind: Joi.string().valid('cut').required(),
  axis: Joi.string().valid('rip', 'crosscut').required(),
  at: nm,
  first: subtree.required(),
  second: subtree.allow(null).required(),
});
const tree = Joi.alternatives()
  .conditional('.kind', {
    switch: [
      { is: 'piece', then: piece },
      { is: 'rest', then: rest },
      { is: 'free', then: free },
      { is: 'cut', then: cut, otherwise: rest },
    ],
  })
  .id('tree');

const bare = (kind: string) => Joi.object({ kind: Joi.string().valid(kind).required() });
const millingWay = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'ready', then: bare('ready') },
    { is: 'plane', then: bare('plane').keys({ takenMm: placeMm.required() }) },
    { is: 'resaw', then: bare('resaw').keys({ slices: count.required() }) },
    { is: 'laminate', then: bare('laminate').keys({ layers: Joi.number().valid(2).required() }) },
  ],
});
const milled = Joi.object<Wire<TakenBoard['way']>, true>({
  way: millingWay.required(),
  rippedInto: count.min(1).required(),
  widthMm: positiveMm.required(),
  yield: Joi.number().min(0).max(1000).required(),
  minutes: Joi.number().min(0).max(1e6).required(),
  lacking: Joi.array().items(Joi.string().valid('resaw', 'planer')).max(2).required(),
});

const board = Joi.object<Wire<TakenBoard>, true>({
  itemId: id.required(),
  copy: Joi.number().integer().required(),
  slice: Joi.number().integer().required(),
  way: milled.required(),
  length: positiveMm.required(),
  width: positiveMm.required(),
  defects: Joi.array<Defect[]>().items(defectSchema).max(50).required(),
  treeNm: tree.required(),
  blanks: Joi.array<number[]>().items(place).max(MOST_BLANKS).required(),
  offcuts: Joi.array<Wire<TakenBoard>['offcuts']>()
    .items(
      Joi.object({
        x: placeMm.required(),
        y: placeMm.required(),
        length: positiveMm.required(),
        width: positiveMm.required(),
      }),
    )
    .max(1000)
    .required(),
});

const blank = Joi.object<NeededBlank, true>({
  stackKey: stackKey.required(),
  gangKey: stackKey.allow(null).required(),
  ply: count.required(),
  plies: count.min(1).required(),
  layers: count.required(),
  nth: count.required(),
  templateId: id.required(),
  name: Joi.string().max(2000).required(),
  length: positiveMm.required(),
  width: positiveMm.required(),
  turnable: Joi.boolean().required(),
});

const toBuy = Joi.object<ToBuy, true>({
  boards: Joi.object({
    rough: Joi.string().max(20).required(),
    slices: Joi.number().min(0).required(),
    boardFeet: Joi.number().min(0).required(),
    wasteShare: Joi.number().min(0).max(1).required(),
  })
    .allow(null)
    .required(),
  sheets: Joi.object({ lengthMm: positiveMm.required(), widthMm: positiveMm.required(), count: count.required() })
    .allow(null)
    .required(),
  widest: positiveMm.required(),
  longest: positiveMm.required(),
  costMinor: minor.required(),
});

const group = Joi.object<Wire<TakenGroup>, true>({
  woodId: woodId.required(),
  nominalMm: positiveMm.required(),
  thicknessMm: positiveMm.required(),
  kerfMm: placeMm.required(),
  manner: Joi.string().valid('edge-to-edge', 'free-form').required(),
  blanks: Joi.array<NeededBlank[]>().items(blank).max(MOST_BLANKS).required(),
  boards: Joi.array<TakenBoard[]>().items(board).max(MOST_BOARDS).required(),
  missing: Joi.array<number[]>().items(place).max(MOST_BLANKS).required(),
  toBuy: toBuy.allow(null).required(),
});

const tally = Joi.object<Tally, true>({
  perCopy: count.required(),
  copies: count.required(),
  needed: Joi.number().integer().min(0).required(),
  spares: Joi.number().integer().min(0).required(),
  sparesLeft: Joi.number().integer().min(0).required(),
  total: Joi.number().integer().min(0).required(),
  onHand: Joi.number().integer().min(0).required(),
  good: Joi.number().integer().min(0).required(),
  spoiled: Joi.number().integer().min(0).required(),
  toCut: Joi.number().integer().min(0).required(),
});

const rodKind = Joi.string().valid('dowel', 'strip').required();
const section = { woodId: woodId.required(), thicknessMm: positiveMm.required() };
const plannedRod = Joi.object<RodGroup['rods'][number], true>({
  ...section,
  rodId: id.required(),
  templateId: id.required(),
  templateName: name.required(),
  name: name.required(),
  kind: rodKind,
  widthMm: positiveMm.allow(null).required(),
  lengthMm: positiveMm.required(),
  tally: tally.required(),
  count: Joi.number().integer().min(0).required(),
});

const bar = Joi.object<Wire<RodBar>, true>({
  itemId: id.required(),
  copy: Joi.number().integer().required(),
  lengthMm: positiveMm.required(),
  pieces: Joi.array<number[]>().items(count).max(2000).required(),
  restMm: placeMm.required(),
});

const rodGroup = Joi.object<Wire<RodGroup>, true>({
  ...section,
  kind: rodKind,
  widthMm: positiveMm.allow(null).required(),
  rods: Joi.array<RodGroup['rods'][number][]>().items(plannedRod).max(2000).required(),
  bars: Joi.array<RodBar[]>().items(bar).max(MOST_BOARDS).required(),
  missing: Joi.array<number[]>().items(Joi.number().integer().min(0)).max(2000).required(),
  missingCostMinor: minor.required(),
  usedShare: Joi.number().min(0).max(1).required(),
  proven: Joi.boolean().required(),
});

/** The shape of a layout only; whether it is right is for `verifyWood` to say. */
export const takenWoodSchema = Joi.object<Wire<TakenWood>, true>({
  groups: Joi.array<TakenGroup[]>().items(group).max(500).required(),
  rods: Joi.array<RodGroup[]>().items(rodGroup).max(500).required(),
});
