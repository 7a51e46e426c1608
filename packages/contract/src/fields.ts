import Joi from 'joi';
import { PATTERN_METHODS, type Length, type Path, type Point, type Segment } from '@rapid-jig/core';

/** Longest text in one field; names are far shorter. */
const LONG_TEXT = 2000;
const LONGEST_MM = 100_000;

/** Joi's strict maps know only lists that may be changed; the models' lists may not. */
export type Wire<T> = {
  [K in keyof T]: T[K] extends readonly (infer U)[]
    ? U[]
    : T[K] extends readonly (infer U)[] | null
      ? U[] | null
      : T[K];
};

export const id = Joi.string().uuid();
export const name = Joi.string().trim().min(1).max(120);
export const freeName = Joi.string().allow('').max(120);
/** How many an entry of a ledger moves; below 0 only in a correction. */
export const movedCount = Joi.number()
  .integer()
  .min(1)
  .max(100_000)
  .when('kind', { is: 'corrected', then: Joi.number().integer().min(-100_000).max(100_000) });
export const patternMethod = Joi.string().valid(...PATTERN_METHODS);
export const note = Joi.string().allow('').max(LONG_TEXT);
export const count = Joi.number().integer().min(0).max(100_000);
export const date = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'YYYY-MM-DD');
export const time = Joi.string().isoDate();
/** Shorter than this is no length of wood, mm; nothing could be planned with it. */
const SHORTEST_MM = 0.01;
export const positiveMm = Joi.number().min(SHORTEST_MM).max(LONGEST_MM);
export const placeMm = Joi.number().min(0).max(LONGEST_MM);

export const length = Joi.object<Length, true>({
  mm: positiveMm.required(),
  typed: Joi.string().max(40).allow(null).required(),
});

const figure = Joi.number().min(-LONGEST_MM).max(LONGEST_MM).required();
const pointShape = Joi.object<Point, true>({ x: figure, y: figure });
export const point = pointShape.required();

const segment = Joi.alternatives<Segment>().conditional('.kind', {
  switch: [
    { is: 'line', then: Joi.object({ kind: 'line', to: point }) },
    {
      is: 'arc',
      then: Joi.object({ kind: 'arc', to: point, center: point, sweep: Joi.number().min(-7).max(7).required() }),
    },
    { is: 'cubic', then: Joi.object({ kind: 'cubic', c1: point, c2: point, to: point }) },
  ],
});

/** A line to cut, open or closed. */
export const anyPath = Joi.object<Wire<Path>, true>({
  start: point,
  segments: Joi.array().items(segment).min(1).max(500_000).required(),
  closed: Joi.boolean().required(),
});

/** A closed line to cut. */
export const closedPath = anyPath.keys({ closed: Joi.boolean().valid(true).required() });
