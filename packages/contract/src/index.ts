export type {
  AfterCutting,
  ApiFault,
  ApiFaultKind,
  Change,
  CutBlanks,
  Device,
  Drawer,
  Health,
  LocalNetwork,
  NewStock,
  Pairing,
  PatternRequest,
  PlanSnapshot,
  ReserveWood,
  Started,
  StockMoves,
  Stored,
  StoredCard,
  StoredEvents,
  StoredRack,
  StoredRun,
  StoredTemplate,
  Written,
  WrittenTemplate,
} from './api';
export { check } from './check';
export { machinesSchema, newStockSchema, stockItemSchema, stockMovesSchema } from './rack';
export { patternRequestSchema } from './pattern-request';
export { drawerSchema, runSchema, shopSchema, workEventSchema } from './schemas';
export { templateSchema } from './template';
export { pairingSchema } from './pairing';
export { cutBlanksSchema, reserveWoodSchema } from './wood-of-run';
