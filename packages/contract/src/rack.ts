import Joi from 'joi';
import { STOCK_KINDS, STOCK_MOVES, type Defect, type Machines, type StockItem, type StockMove } from '@rapid-jig/core';
import type { NewStock, StockMoves } from './api';
import { freeName, id, length, movedCount, note, positiveMm, time, type Wire } from './fields';

const within = Joi.number().min(0).max(100_000).required();

export const defectSchema = Joi.object<Defect, true>({
  kind: Joi.string().valid('knot', 'split', 'wane').required(),
  x: within,
  y: within,
  length: positiveMm.required(),
  width: positiveMm.required(),
});

const isWood = Joi.valid('board', 'sheet', 'strip', 'offcut');
const sized = (always: Joi.Schema) =>
  length
    .allow(null)
    .required()
    .when('kind', { is: always, then: Joi.invalid(null) });

export const stockItemSchema = Joi.object<Wire<StockItem>, true>({
  id: id.required(),
  kind: Joi.string()
    .valid(...STOCK_KINDS)
    .required(),
  woodId: Joi.string().max(60).allow(null).required(),
  name: freeName.required(),
  thickness: sized(Joi.valid('board', 'sheet', 'strip', 'offcut', 'dowel')),
  width: sized(isWood),
  length: sized(Joi.valid('board', 'sheet', 'strip', 'offcut', 'dowel')),
  rough: Joi.boolean().required(),
  costMinor: Joi.number().integer().min(0).max(100_000_000).allow(null).required(),
  place: freeName.required(),
  note: note.required(),
  partId: id.allow(null).required(),
  moisturePercent: Joi.number().min(0).max(100).allow(null).required(),
  defects: Joi.array().items(defectSchema).max(50).required(),
  archived: Joi.boolean().required(),
});

export const moveSchema = Joi.object<StockMove, true>({
  id: id.required(),
  clientId: id.required(),
  at: time.required(),
  itemId: id.required(),
  kind: Joi.string()
    .valid(...STOCK_MOVES)
    .required(),
  count: movedCount.required(),
  runId: id.allow(null).required(),
});

export const stockMovesSchema = Joi.object<Wire<StockMoves>, true>({
  moves: Joi.array().items(moveSchema).min(1).max(5000).required(),
});

/** A table of stock may be as long as this. */
export const MOST_ITEMS = 5000;

export const newStockSchema = Joi.object<Wire<NewStock>, true>({
  items: Joi.array().items(stockItemSchema).min(1).max(MOST_ITEMS).required(),
  moves: Joi.array().items(moveSchema).max(MOST_ITEMS).required(),
});

const kerf = Joi.number().greater(0).max(20).required();

export const machinesSchema = Joi.object<Machines, true>({
  rip: Joi.object({ kerfMm: kerf }).allow(null).required(),
  crosscut: Joi.object({ kerfMm: kerf }).allow(null).required(),
  resaw: Joi.object({ kerfMm: kerf, maxHeightMm: positiveMm.required() }).allow(null).required(),
  planer: Joi.object({ maxWidthMm: positiveMm.required(), allowanceMm: Joi.number().min(0).max(10).required() })
    .allow(null)
    .required(),
  jigsaw: Joi.object({ kerfMm: kerf }).allow(null).required(),
});
