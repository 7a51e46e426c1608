import Joi from 'joi';
import type { NewPhoto } from './api';
import { id } from './fields';

export const photoSchema = Joi.object<NewPhoto, true>({
  id: id.required(),
  jpeg: Joi.string().base64().min(8).max(2_800_000).required(),
});
