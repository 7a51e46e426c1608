import Joi from 'joi';
import {
  LEAST_OVERLAP,
  LINE_COLOURS,
  MOST_IN_FILE,
  type LineColour,
  type PatternSheetOptions,
  type PatternOrder,
} from '@rapid-jig/core';
import type { PatternRequest } from './api';
import { id, point, type Wire } from './fields';

/** More sheets than a shop would print in one go are a slip of the finger. */
const MOST_COPIES = 500;

const arrow = Joi.object<Wire<PatternOrder['arrows'][number]>, true>({
  number: Joi.number().integer().min(1).required(),
  at: point.required(),
  towards: point.required(),
});

const wish = Joi.object<Wire<PatternOrder>, true>({
  templateId: id.required(),
  revision: Joi.number().integer().min(1).required(),
  partIds: Joi.array().items(id).min(1).max(500).required(),
  copies: Joi.number().integer().min(0).max(MOST_COPIES).required(),
  places: Joi.array().items(point).min(1).max(500).required(),
  stack: Joi.string().max(200).allow(null).required(),
  bits: Joi.object<Record<string, number>>()
    .pattern(id, Joi.number().greater(0).max(100))
    .max(20_000)
    .allow(null)
    .required(),
  twoEntries: Joi.array().items(id).max(20_000).allow(null).required(),
  brads: Joi.array().items(point.optional()).max(100).required(),
  arrows: Joi.array().items(arrow).max(20_000).required(),
});

const options = Joi.object<PatternSheetOptions, true>({
  paper: Joi.string().valid('letter', 'a4').required(),
  units: Joi.string().valid('in', 'mm').required(),
  lineMm: Joi.number().min(0.05).max(2).required(),
  colour: Joi.string<LineColour>()
    .valid(...(Object.keys(LINE_COLOURS) as LineColour[]))
    .required(),
  lineRule: Joi.string().valid('on', 'outside', 'inside').required(),
  ruleMm: Joi.number().min(0).max(5).required(),
  pierceMarks: Joi.boolean().required(),
  holesOnly: Joi.boolean().required(),
  numbered: Joi.boolean().required(),
  overlapMm: Joi.number().min(LEAST_OVERLAP).max(50).required(),
});

export const patternRequestSchema = Joi.object<Wire<PatternRequest>, true>({
  patterns: Joi.array().items(wish).min(1).max(MOST_IN_FILE.orders).required(),
  options: options.required(),
});
