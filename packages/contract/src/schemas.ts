import Joi from 'joi';
import {
  type MeasuredThickness,
  type PinnedBlank,
  type OwnCutOrder,
  type PinnedStack,
  type Run,
  type RunLine,
  type RunSpareRule,
  type SpareRule,
  type StackWishes,
  type Substitute,
  type WoodWishes,
} from '@rapid-jig/core';
import { count, date, id, length, name, patternMethod, placeMm, positiveMm, type Wire } from './fields';

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

const ownCutOrder = Joi.object<Wire<OwnCutOrder>, true>({
  stackKey: Joi.string().max(120).required(),
  phaseKey: Joi.string().max(120).required(),
  cutIds: Joi.array().items(id).max(5000).unique().required(),
});

const stackWishes = Joi.object<Wire<StackWishes>, true>({
  apart: Joi.array().items(id).max(2000).required(),
  most: Joi.object<StackWishes['most']>().pattern(id, Joi.number().integer().min(1).max(100)).required(),
  pins: Joi.array().items(pinnedStack).max(500).required(),
  patterns: Joi.object<StackWishes['patterns']>().pattern(id, patternMethod).required(),
  first: Joi.array().items(id).max(200).unique().required(),
  cutOrders: Joi.array().items(ownCutOrder).max(500).required(),
  patient: Joi.boolean().required(),
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
