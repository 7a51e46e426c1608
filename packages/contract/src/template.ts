import Joi from 'joi';
import {
  CUT_WANTS,
  KEPT_WASTE,
  LINE_RULES,
  type Affine,
  type Body,
  type CutRule,
  type DrawingSource,
  type DrilledHole,
  type Edge,
  HOLE_FITS,
  type HardwareNeed,
  type HoleUse,
  type MarkedLine,
  type Part,
  type PartCut,
  type Ply,
  type RodNeed,
  type Template,
  type Variant,
} from '@rapid-jig/core';
import { stepsSchema } from './steps';
import { anyPath, closedPath, count, id, length, name, note, point, positiveMm, type Wire } from './fields';

const lineId = Joi.string().max(400);
const fromLine = { id: id.required(), line: lineId.allow(null).required() };
const partCut = Joi.object<PartCut, true>({ ...fromLine, path: closedPath.required() });
const throughCut = Joi.object<PartCut, true>({ ...fromLine, path: anyPath.required() });

const drilledHole = Joi.object<DrilledHole, true>({
  ...fromLine,
  center: point,
  diameterMm: positiveMm.required(),
});

const markedLine = Joi.object<MarkedLine, true>({
  ...fromLine,
  kind: Joi.string().valid('mark', 'fold').required(),
  path: anyPath.required(),
});

const edge = Joi.object<Edge, true>({ from: point, to: point });
const grain = Joi.string().valid('along-x', 'along-y', 'any');

const finite = Joi.number().min(-1e6).max(1e6).required();
const affine = Joi.object<Affine, true>({ a: finite, b: finite, c: finite, d: finite, e: finite, f: finite });

const cutRule = Joi.object<CutRule, true>({
  line: Joi.string()
    .valid(...LINE_RULES)
    .required(),
  tiltDegrees: Joi.number().min(-60).max(60).required(),
  kept: Joi.string()
    .valid(...KEPT_WASTE)
    .allow(null)
    .required(),
});

const holeUse = Joi.object<Wire<HoleUse>, true>({
  fit: Joi.string()
    .valid(...HOLE_FITS)
    .required(),
  depth: length.allow(null).required(),
});

const ply = Joi.object<Ply, true>({ woodId: Joi.string().max(60).required(), thickness: length.required() });

const cutWants = Joi.array()
  .items(Joi.string().valid(...CUT_WANTS))
  .unique()
  .max(CUT_WANTS.length);

const part = Joi.object<Wire<Part>, true>({
  id: id.required(),
  name: name.required(),
  perCopy: count.max(10_000).required(),
  woodId: Joi.string().max(60).required(),
  thickness: length.required(),
  grain: grain.required(),
  gluedTo: Joi.array().items(ply).max(10).required(),
  variantId: id.allow(null).required(),
  apartClean: Joi.boolean().required(),
  drawing: id.allow(null).required(),
  outline: partCut.required(),
  insideCuts: Joi.array().items(partCut).max(20_000).required(),
  throughCuts: Joi.array().items(throughCut).max(20_000).required(),
  holes: Joi.array().items(drilledHole).max(20_000).required(),
  marks: Joi.array().items(markedLine).max(20_000).required(),
  datum: edge.allow(null).required(),
  sharedBlank: id.allow(null).required(),
  pinnedLayers: Joi.number().integer().min(1).max(100).allow(null).required(),
  laid: affine.allow(null).required(),
  cutRules: Joi.object<Part['cutRules']>().pattern(id, cutRule).required(),
  cutWants: Joi.object<Part['cutWants']>().pattern(id, cutWants).required(),
  holeUses: Joi.object<Part['holeUses']>().pattern(id, holeUse).required(),
});

const drawingSource = Joi.object<DrawingSource, true>({
  id: id.required(),
  fileName: Joi.string().max(255).required(),
  steps: stepsSchema.required(),
});

const rodNeed = Joi.object<RodNeed, true>({
  id: id.required(),
  name: name.required(),
  kind: Joi.string().valid('dowel', 'strip').required(),
  woodId: Joi.string().max(60).required(),
  thickness: length.required(),
  width: length
    .when('kind', { is: 'dowel', then: Joi.valid(null) })
    .allow(null)
    .required(),
  length: length.required(),
  perCopy: count.max(10_000).required(),
});

const body = Joi.object<Wire<Body>, true>({
  id: id.required(),
  name: name.required(),
  layers: Joi.array().items(id).min(1).max(100).required(),
  meant: Joi.array().items(id).max(2000).required(),
});

const hardwareNeed = Joi.object<HardwareNeed, true>({
  id: id.required(),
  name: name.required(),
  kind: Joi.string().valid('bought', 'consumable').required(),
  perCopy: Joi.number().min(0).max(10_000).when('kind', { is: 'bought', then: Joi.number().integer() }).required(),
});

const variant = Joi.object<Variant, true>({ id: id.required(), name: name.required() });

export const templateSchema = Joi.object<Wire<Template>, true>({
  id: id.required(),
  name: name.required(),
  note: note.required(),
  parts: Joi.array().items(part).max(2000).required(),
  bodies: Joi.array().items(body).max(100).required(),
  meant: Joi.array().items(id).max(2000).required(),
  rods: Joi.array().items(rodNeed).max(200).required(),
  hardware: Joi.array().items(hardwareNeed).max(200).required(),
  variants: Joi.array().items(variant).max(100).unique('id').required(),
  drawings: Joi.array().items(drawingSource).max(50).required(),
  archived: Joi.boolean().required(),
});
