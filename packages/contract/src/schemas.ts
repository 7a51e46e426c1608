import Joi, { type Schema } from 'joi';
import {
  SPOIL_REASONS,
  type BlanksCut,
  type MeasuredThickness,
  type PassSawn,
  type PassTakenBack,
  type PieceCount,
  type PinnedBlank,
  type PinnedStack,
  type RodsCut,
  type Run,
  type RunLine,
  type RunSpareRule,
  type SpareRule,
  type SpoiledLayer,
  type StackWishes,
  type Substitute,
  type WoodWishes,
  type WorkEvent,
} from '@rapid-jig/core';
import { count, date, id, length, name, patternMethod, placeMm, positiveMm, time, type Wire } from './fields';

const spareRule = Joi.alternatives<SpareRule>().conditional('.kind', {
  switch: [
    { is: 'count', then: Joi.object({ kind: 'count', count: count.required() }) },
    { is: 'percent', then: Joi.object({ kind: 'percent', percent: Joi.number().min(0).max(1000).required() }) },
  ],
});

const runSpareRule = Joi.alternatives<RunSpareRule>().conditional('.kind', {
  switch: [
    { is: 'count', then: Joi.object({ kind: 'count', count: count.required() }) },
    { is: 'percent', then: Joi.object({ kind: 'percent', percent: Joi.number().min(0).max(1000).required() }) },
    {
      is: 'risk',
      then: Joi.object({ kind: 'risk', confidencePercent: Joi.number().greater(0).less(100).required() }),
    },
  ],
});

const runLine = Joi.object<RunLine, true>({
  templateId: id.required(),
  revision: Joi.number().integer().min(1).required(),
  copies: count.required(),
  variants: Joi.object<RunLine['variants']>().pattern(id, count).required(),
  spares: Joi.object().pattern(id, spareRule).required(),
  onHand: Joi.object().pattern(id, count).required(),
});

const measuredThickness = Joi.object<MeasuredThickness, true>({
  woodId: Joi.string().max(60).required(),
  nominalMm: positiveMm.required(),
  measured: length.required(),
});

const substitute = Joi.object<Substitute, true>({
  woodId: Joi.string().max(60).required(),
  nominalMm: positiveMm.required(),
  instead: Joi.string().max(60).required(),
});

const pinnedBlank = Joi.object<PinnedBlank, true>({
  stackKey: Joi.string().max(120).required(),
  nth: count.required(),
  itemId: id.required(),
  copy: count.min(1).required(),
  slice: count.min(1).required(),
  turned: Joi.boolean().required(),
  x: placeMm.required(),
  y: placeMm.required(),
});

const woodWishes = Joi.object<Wire<WoodWishes>, true>({
  margin: length.allow(null).required(),
  freeLayers: Joi.boolean().required(),
  laminate: Joi.boolean().required(),
  byHand: Joi.boolean().required(),
  freeForm: Joi.boolean().required(),
  substitutes: Joi.array().items(substitute).max(100).required(),
  pins: Joi.array().items(pinnedBlank).max(5000).required(),
});

const pinnedStack = Joi.object<Wire<PinnedStack>, true>({
  layers: Joi.array()
    .items(Joi.object({ partId: id.required(), count: count.min(1).max(100).required() }))
    .min(1)
    .max(20)
    .required(),
  passes: count.max(100_000).required(),
});

const stackWishes = Joi.object<Wire<StackWishes>, true>({
  apart: Joi.array().items(id).max(2000).required(),
  most: Joi.object<StackWishes['most']>().pattern(id, Joi.number().integer().min(1).max(100)).required(),
  pins: Joi.array().items(pinnedStack).max(500).required(),
  patterns: Joi.object<StackWishes['patterns']>().pattern(id, patternMethod).required(),
});

export const runSchema = Joi.object<Wire<Run>, true>({
  id: id.required(),
  name: name.required(),
  dueDate: date.allow(null).required(),
  lines: Joi.array().items(runLine).max(200).unique('templateId').required(),
  spares: runSpareRule.required(),
  refillSpares: Joi.boolean().required(),
  maxLayers: Joi.number().integer().min(1).max(100).allow(null).required(),
  measured: Joi.array().items(measuredThickness).max(500).required(),
  wood: woodWishes.required(),
  stacks: stackWishes.required(),
  archived: Joi.boolean().required(),
});

const pieceCount = Joi.object<PieceCount, true>({ good: count.required(), spoiled: count.required() });
const eventBase = { id: id.required(), clientId: id.required(), at: time.required() };

const layerId = Joi.string()
  .max(80)
  .pattern(/^[0-9a-f]+\.[0-9]+$/, 'the key of a gang, a point and a number');
const layerIds = Joi.array().items(layerId).min(1).max(100).allow(null);

const spoiledLayer = Joi.object<SpoiledLayer, true>({
  layerId: layerId.allow(null).required(),
  reason: Joi.string()
    .valid(...SPOIL_REASONS)
    .allow(null)
    .required(),
});

const passSawn = Joi.object<Wire<PassSawn>, true>({
  ...eventBase,
  kind: Joi.string().valid('pass-sawn').required(),
  stack: Joi.string().hex().max(64).required(),
  stackLayers: layerIds.required(),
  layers: Joi.number().integer().min(1).max(100).required(),
  phase: Joi.string().hex().max(64).allow(null).required(),
  pass: Joi.number().integer().min(1).max(100_000).allow(null).required(),
  layerIds: layerIds.required(),
  // A phase that finishes no layer gives no pieces; a whole pass gives some.
  counts: Joi.object<PassSawn['counts']>()
    .pattern(id, pieceCount)
    .when('phase', { is: null, then: Joi.object().min(1) })
    .required(),
  minutes: Joi.number().min(0).max(10_000).allow(null).required(),
  bladeId: Joi.string().max(60).allow(null).required(),
  spoiled: Joi.array().items(spoiledLayer).max(100).required(),
});

export const blanksCutSchema = Joi.object<BlanksCut, true>({
  ...eventBase,
  kind: Joi.string().valid('blanks-cut').required(),
  layers: Joi.object<BlanksCut['layers']>().pattern(Joi.string().hex().max(64), count).max(2000).required(),
  rods: Joi.object<BlanksCut['rods']>().pattern(id, count).max(2000).required(),
});

const rodsCut = Joi.object<RodsCut, true>({
  ...eventBase,
  kind: Joi.string().valid('rods-cut').required(),
  rod: id.required(),
  count: pieceCount.required(),
});

const passTakenBack = Joi.object<PassTakenBack, true>({
  ...eventBase,
  kind: Joi.string().valid('pass-taken-back').required(),
  event: id.required(),
});

export const workEventSchema: Schema<WorkEvent> = Joi.alternatives<WorkEvent>().conditional('.kind', {
  switch: [
    { is: 'pass-sawn', then: passSawn },
    { is: 'blanks-cut', then: blanksCutSchema },
    { is: 'rods-cut', then: rodsCut },
    { is: 'pass-taken-back', then: passTakenBack, otherwise: passSawn },
  ],
});
