import Joi from 'joi';
import {
  BIT_KINDS,
  BLADE_HOLDERS,
  BLADE_MOVES,
  BLADE_SIZES,
  FACTORS,
  FIGURE_SOURCES,
  TOOTH_FORMS,
  type Bit,
  type BladeMove,
  type DrawerBlade,
  type Saw,
  type Shop,
} from '@rapid-jig/core';
import type { BladeMoves, Drawer } from './api';
import { count, freeName, id, length, movedCount, patternMethod, time, type Wire } from './fields';

const strokes = Joi.number().integer().min(1).max(10_000);

const saw = Joi.object<Saw, true>({
  name: freeName.required(),
  reach: length.required(),
  maxHeight: length.required(),
  tiltLeftDegrees: Joi.number().min(0).max(90).required(),
  tiltRightDegrees: Joi.number().min(0).max(90).required(),
  strokes: Joi.object<NonNullable<Saw['strokes']>, true>({
    least: strokes.required(),
    most: strokes.min(Joi.ref('least')).required(),
  })
    .allow(null)
    .required(),
  holder: Joi.string()
    .valid(...BLADE_HOLDERS)
    .required(),
  ends: Joi.string().valid('plain', 'pinned').required(),
  confirmed: Joi.boolean().required(),
});

const factors = Object.fromEntries(FACTORS.map((factor) => [factor.id, Joi.number().greater(0).max(1e7)]));

const holding = Joi.string().valid('tape', 'brads', 'double-sided', 'film', 'glue-dots');

const bit = Joi.object<Wire<Bit>, true>({
  kind: Joi.string()
    .valid(...BIT_KINDS)
    .required(),
  diameter: length.required(),
});

export const shopSchema = Joi.object<Wire<Shop>, true>({
  name: freeName.required(),
  people: Joi.array().items(Joi.string().trim().min(1).max(60)).unique().max(20).required(),
  units: Joi.string().valid('in', 'mm').required(),
  paper: Joi.string().valid('letter', 'a4').required(),
  currency: Joi.string()
    .pattern(/^[A-Z]{3}$/, 'three capital letters')
    .required(),
  hourValueMinor: Joi.number().integer().min(0).max(1e9).required(),
  saw: saw.required(),
  otherSaws: Joi.array().items(saw).max(20).required(),
  holdingMargin: length.required(),
  maxLayers: Joi.number().integer().min(1).max(100).required(),
  betweenSizes: Joi.string().valid('larger', 'smaller').required(),
  favouriteForm: Joi.string()
    .valid(...TOOTH_FORMS)
    .required(),
  useWhatIsLeft: Joi.boolean().required(),
  keepInSaw: Joi.boolean().required(),
  cutOrder: Joi.string().valid('inside-first', 'outline-first').required(),
  afterOutline: Joi.string().valid('singly', 'together').required(),
  holding: holding.required(),
  holdHigh: Joi.object({ from: length.required(), holding: holding.required() }).allow(null).required(),
  secondEntry: Joi.boolean().required(),
  corners: Joi.string().valid('by-the-room', 'on-the-spot', 'two-cuts').required(),
  pattern: patternMethod.required(),
  patternFor: Joi.object<Shop['patternFor']>().pattern(Joi.string().max(60), patternMethod).required(),
  bits: Joi.array().items(bit).max(200).allow(null).required(),
  factors: Joi.object<Shop['factors']>(factors).required(),
});

const source = Joi.string()
  .valid(...FIGURE_SOURCES)
  .required();

const blade = Joi.object<DrawerBlade, true>({
  id: Joi.string().max(60).required(),
  size: Joi.string()
    .valid(...BLADE_SIZES)
    .required(),
  form: Joi.string()
    .valid(...TOOTH_FORMS)
    .required(),
  ends: Joi.string().valid('plain', 'pinned').required(),
  widthMm: Joi.number().greater(0).max(10).required(),
  thicknessMm: Joi.number().greater(0).max(5).required(),
  kerfMm: Joi.number().greater(0).max(5).required(),
  teethPerInch: Joi.number().greater(0).max(100).required(),
  sources: Joi.object<DrawerBlade['sources'], true>({
    widthMm: source,
    thicknessMm: source,
    kerfMm: source,
    teethPerInch: source,
  }).required(),
  priceMinor: Joi.number().integer().min(0).max(1e9).allow(null).required(),
  reorderAt: count.allow(null).required(),
  driftDegrees: Joi.number().min(-45).max(45).allow(null).required(),
  inDrawer: Joi.boolean().required(),
  onHand: count.allow(null).required(),
});

export const drawerSchema = Joi.object<Wire<Drawer>, true>({
  blades: Joi.array().items(blade).max(300).unique('id').required(),
});

const bladeMove = Joi.object<BladeMove, true>({
  id: id.required(),
  clientId: id.required(),
  at: time.required(),
  bladeId: Joi.string().max(60).required(),
  kind: Joi.string()
    .valid(...BLADE_MOVES)
    .required(),
  count: movedCount.required(),
});

export const bladeMovesSchema = Joi.object<Wire<BladeMoves>, true>({
  moves: Joi.array().items(bladeMove).min(1).max(100).required(),
});
