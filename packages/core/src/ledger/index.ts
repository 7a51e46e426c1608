export { addUpWork } from './work';
export type { PassSawn, PassTakenBack, PieceCount, WorkDone, WorkEvent } from './work';
export { countStock, STOCK_MOVES, stockCount } from './stock';
export type { StockCount, StockMove, StockMoveKind } from './stock';
