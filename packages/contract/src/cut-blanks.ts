import Joi from 'joi';
import type { CutBlanks } from './api';
import type { Wire } from './fields';
import { MOST_ITEMS, moveSchema, stockItemSchema } from './rack';
import { blanksCutSchema } from './schemas';

export const cutBlanksSchema = Joi.object<Wire<CutBlanks>, true>({
  event: blanksCutSchema.required(),
  moves: Joi.array().items(moveSchema).max(MOST_ITEMS).required(),
  items: Joi.array().items(stockItemSchema).max(MOST_ITEMS).required(),
});
