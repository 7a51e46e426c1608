import Joi from 'joi';
import type { Pairing } from './api';
import { name } from './fields';

export const pairingSchema = Joi.object<Pairing, true>({
  code: Joi.string().max(20).required(),
  name: name.required(),
});
