export type {
  AfterCutting,
  ApiFault,
  ApiFaultKind,
  Backup,
  Backups,
  BladeMoves,
  Change,
  CutBlanks,
  Device,
  Drawer,
  NamedTemplate,
  NamedThing,
  Names,
  Health,
  LocalNetwork,
  NewPhoto,
  NewStock,
  Pairing,
  PatternRequest,
  PlanSnapshot,
  ReserveWood,
  PlanChecked,
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
export { runSchema } from './schemas';
export { bladeMovesSchema, drawerSchema, shopSchema } from './shop';
export { templateSchema } from './template';
export { tiltBlockSchema } from './tilt-block';
export { pairingSchema } from './pairing';
export { photoSchema } from './photo';
export { cutBlanksSchema, reserveWoodSchema } from './wood-of-run';
export { workEventSchema } from './work-event';
