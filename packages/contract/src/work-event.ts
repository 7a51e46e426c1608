import Joi, { type Schema } from 'joi';
import {
  BENCH_STEPS,
  NOTICES,
  SPOIL_REASONS,
  type BlanksCut,
  type LayersSpoiled,
  type LostLayer,
  type Noticed,
  type PassSawn,
  type PassTakenBack,
  type PieceCount,
  type RodsCut,
  type PieceOff,
  type SetsAssembled,
  type SpoiledLayer,
  type StepDone,
  type Subject,
  type WorkEvent,
} from '@rapid-jig/core';
import { count, id, time, type Wire } from './fields';

const pieceCount = Joi.object<PieceCount, true>({ good: count.required(), spoiled: count.required() });
const spoken = Joi.string().trim().min(1).max(120).allow(null);
const eventBase = {
  id: id.required(),
  clientId: id.required(),
  at: time.required(),
  person: spoken.required(),
  saw: spoken.required(),
};

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

const hexKey = Joi.string().hex().max(64);
const passNumber = Joi.number().integer().min(1).max(100_000);
const clocked = Joi.number().min(0).max(10_000).allow(null);

const passSawn = Joi.object<Wire<PassSawn>, true>({
  ...eventBase,
  kind: Joi.string().valid('pass-sawn').required(),
  stack: hexKey.required(),
  stackLayers: layerIds.required(),
  layers: Joi.number().integer().min(1).max(100).required(),
  phase: hexKey.allow(null).required(),
  pass: passNumber.allow(null).required(),
  layerIds: layerIds.required(),
  // A phase that finishes no layer gives no pieces; a whole pass gives some.
  counts: Joi.object<PassSawn['counts']>()
    .pattern(id, pieceCount)
    .when('phase', { is: null, then: Joi.object().min(1) })
    .required(),
  minutes: clocked.required(),
  plannedMinutes: clocked.required(),
  bladeId: Joi.string().max(60).allow(null).required(),
  spoiled: Joi.array().items(spoiledLayer).max(100).required(),
});

export const blanksCutSchema = Joi.object<BlanksCut, true>({
  ...eventBase,
  kind: Joi.string().valid('blanks-cut').required(),
  layers: Joi.object<BlanksCut['layers']>().pattern(hexKey, count).max(2000).required(),
  rods: Joi.object<BlanksCut['rods']>().pattern(id, count).max(2000).required(),
});

const rodsCut = Joi.object<RodsCut, true>({
  ...eventBase,
  kind: Joi.string().valid('rods-cut').required(),
  rod: id.required(),
  count: pieceCount.required(),
});

const lostLayer = Joi.object<Wire<LostLayer>, true>({
  layerId: layerId.required(),
  reason: Joi.string()
    .valid(...SPOIL_REASONS)
    .allow(null)
    .required(),
  pieces: Joi.object<LostLayer['pieces']>().pattern(id, count).required(),
  finishedIn: hexKey.required(),
});

const layersSpoiled = Joi.object<Wire<LayersSpoiled>, true>({
  ...eventBase,
  kind: Joi.string().valid('layers-spoiled').required(),
  stack: hexKey.required(),
  stackLayers: Joi.array().items(layerId).min(1).max(100).required(),
  layers: Joi.number().integer().min(1).max(100).required(),
  pass: passNumber.required(),
  phase: hexKey.allow(null).required(),
  lost: Joi.array().items(lostLayer).min(1).max(100).unique('layerId').required(),
});

/** Open: what a newer program tells of is recorded too; of steps there are those of the bench. */
const subject = Joi.object<Subject, true>({
  kind: Joi.string()
    .max(40)
    .pattern(/^[a-z][a-z-]*$/, 'small letters')
    .required(),
  name: Joi.string().max(120).required(),
}).when('.kind', { is: 'step', then: Joi.object({ name: Joi.valid(...BENCH_STEPS).required() }) });

const stepDone = Joi.object<Wire<StepDone>, true>({
  ...eventBase,
  kind: Joi.string().valid('step-done').required(),
  subject: subject.required(),
  stack: hexKey.allow(null).required(),
  stackLayers: layerIds.required(),
  phase: hexKey.allow(null).required(),
  passes: Joi.array().items(passNumber).max(1000).required(),
  detail: Joi.string().max(120).allow(null).required(),
  minutes: clocked.required(),
  plannedMinutes: clocked.required(),
});

const noticed = Joi.object<Noticed, true>({
  ...eventBase,
  kind: Joi.string().valid('noticed').required(),
  what: Joi.string()
    .valid(...NOTICES)
    .required(),
  subject: subject.allow(null).required(),
  stack: hexKey.allow(null).required(),
  phase: hexKey.allow(null).required(),
  pass: passNumber.allow(null).required(),
  bladeId: Joi.string().max(60).allow(null).required(),
  words: Joi.string().trim().min(1).max(2000).allow(null).required(),
  photoId: id.allow(null).required(),
});

const setsAssembled = Joi.object<SetsAssembled, true>({
  ...eventBase,
  kind: Joi.string().valid('sets-assembled').required(),
  templateId: id.required(),
  variantId: id.allow(null).required(),
  copies: count.min(1).required(),
});

const pieceOff = Joi.object<PieceOff, true>({
  ...eventBase,
  kind: Joi.string().valid('piece-off').required(),
  stack: hexKey.required(),
  pass: passNumber.required(),
  partId: id.required(),
  piece: Joi.number().integer().min(1).max(10_000).required(),
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
    { is: 'layers-spoiled', then: layersSpoiled },
    { is: 'step-done', then: stepDone },
    { is: 'noticed', then: noticed },
    { is: 'sets-assembled', then: setsAssembled },
    { is: 'piece-off', then: pieceOff },
    { is: 'pass-taken-back', then: passTakenBack, otherwise: passSawn },
  ],
});
