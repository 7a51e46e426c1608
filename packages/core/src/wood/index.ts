export { HARD_ABOVE_N, hardnessClass, NEWTONS_PER_POUND_FORCE, SOFT_BELOW_N, woodById, WOODS } from './woods';
export type { Grain, HardnessClass, Wood, WoodGrain, WoodSource } from './woods';
export { layersFrom, slicesFrom, TYPICAL_MACHINES, waysFrom } from './milling';
export type { Machines, MilledStock, MillingWay } from './milling';
export { averagePrice, faceOf, lengthOf, volumeOf } from './prices';
export { parseStock, woodNamed } from './parse-stock';
export type { StockFault, TypedStock } from './parse-stock';
export { stockLine } from './stock-line';
export type { StockToType } from './stock-line';
export {
  BARE_STOCK,
  DRY_ENOUGH_PERCENT,
  flatThickness,
  isWet,
  ROUGH_QUARTERS,
  roughQuarters,
  STOCK_KINDS,
} from './stock';
export type { Defect, StockItem, StockKind } from './stock';
export { stockChanges } from './stock-changes';
export type { StockChange } from './stock-changes';
export { readStockCsv, stockCsv } from './stock-csv';
export type { StockRow } from './stock-csv';
