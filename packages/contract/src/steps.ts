import Joi from 'joi';
import {
  LINE_KINDS,
  MEND_ACTIONS,
  type DrawingSteps,
  type EdgeOfLine,
  type ScaleTarget,
  type ShapeStep,
} from '@rapid-jig/core';
import { length, point, type Wire } from './fields';

/** Ids of lines and faults are made of the names of elements, and a fault may name several. */
const LONGEST_ID = 2000;
const drawnId = Joi.string().max(LONGEST_ID);
const factor = Joi.number().greater(0).max(1e6);

const scaleTarget = Joi.alternatives<ScaleTarget>().conditional('.by', {
  switch: [
    { is: 'factor', then: Joi.object({ by: 'factor', factor: factor.required() }) },
    { is: 'board', then: Joi.object({ by: 'board', width: length.required(), height: length.required() }) },
    {
      is: Joi.valid('width', 'height'),
      then: Joi.object({ by: Joi.valid('width', 'height'), length: length.required() }),
      otherwise: Joi.forbidden(),
    },
  ],
});

const shapeStep = Joi.alternatives<ShapeStep>().conditional('.kind', {
  switch: [
    { is: 'scale', then: Joi.object({ kind: 'scale', to: scaleTarget.required() }) },
    { is: 'true-size', then: Joi.object({ kind: 'true-size', from: point, to: point, distance: length.required() }) },
    { is: 'rotate', then: Joi.object({ kind: 'rotate', angle: Joi.number().min(-100).max(100).required() }) },
    {
      is: 'mirror',
      then: Joi.object({ kind: 'mirror', axis: Joi.valid('left-right', 'up-down').required() }),
      otherwise: Joi.forbidden(),
    },
  ],
});

const decisions = <T extends string>(values: readonly T[]) =>
  Joi.object<Record<string, T>>()
    .pattern(drawnId, Joi.string().valid(...values))
    .max(20_000);

/** What was done to an original drawing. */
export const stepsSchema = Joi.object<Wire<DrawingSteps>, true>({
  mmPerUnit: factor.allow(null).required(),
  joinWithin: Joi.number().greater(0).max(10).required(),
  mends: decisions(MEND_ACTIONS).required(),
  kinds: decisions(LINE_KINDS).required(),
  groups: decisions(LINE_KINDS).required(),
  simplifyWithin: Joi.number().min(0).max(10).required(),
  held: Joi.array().items(drawnId).max(5000).required(),
  shape: Joi.array().items(shapeStep).max(500).required(),
  grain: Joi.string().valid('along-x', 'along-y', 'any').allow(null).required(),
  datum: Joi.object<EdgeOfLine, true>({
    line: drawnId.required(),
    segment: Joi.number().integer().min(0).max(500_000).required(),
  })
    .allow(null)
    .required(),
  equalAsOne: Joi.boolean().required(),
});
