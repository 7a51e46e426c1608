import Joi from 'joi';
import type { CutBlanks, ReserveWood } from './api';
import type { Wire } from './fields';
import { MOST_ITEMS, moveSchema, stockItemSchema } from './rack';
import { blanksCutSchema } from './work-event';
import { takenWoodSchema } from './taken-wood';

const moves = Joi.array().items(moveSchema).max(MOST_ITEMS).required();

export const reserveWoodSchema = Joi.object<Wire<ReserveWood>, true>({ moves, wood: takenWoodSchema.required() });

export const cutBlanksSchema = Joi.object<Wire<CutBlanks>, true>({
  event: blanksCutSchema.required(),
  moves,
  items: Joi.array().items(stockItemSchema).max(MOST_ITEMS).required(),
  wood: takenWoodSchema.required(),
});
