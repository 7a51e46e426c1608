export { BENCH_STEPS, NOTICES, ofStep, SPOIL_REASONS, stepOf } from './events';
export type {
  BenchStepKind,
  EventStamp,
  Subject,
  Unstamped,
  BlanksCut,
  LayersSpoiled,
  LostLayer,
  Notice,
  Noticed,
  PassSawn,
  PassTakenBack,
  PieceCount,
  PieceOff,
  RodsCut,
  SetsAssembled,
  SpoiledLayer,
  SpoilReason,
  StandingEvent,
  StepDone,
  WorkEvent,
} from './events';
export { addUpWork, inHandBy, layersReady, lostIn, passesByNumber } from './work';
export { spoiledBy } from './pieces';
export type { PassesInHand, StackOfPass, WorkDone } from './work';
export { countStock, movesOfRun, reservedBy, STOCK_MOVES, stockCount } from './stock';
export type { StockCount, StockMove, StockMoveKind } from './stock';
export { BLADE_MOVES, bladesLeft, bladesNow, bladeTally, changeBy, inDrawerForm, toOrder } from './blades';
export type { BladeMove, BladeMoveKind, DrawerBlade } from './blades';
