import Joi from 'joi';
import type { TiltBlock } from '@rapid-jig/core';

/** A block to be printed: its tilt up to 60 degrees, its height in mm. */
export const tiltBlockSchema = Joi.object<TiltBlock, true>({
  tilt: Joi.number()
    .min(0)
    .max(Math.PI / 3)
    .required(),
  heightMm: Joi.number().min(5).max(1000).required(),
});
