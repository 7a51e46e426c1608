export type {
  ApiFault,
  ApiFaultKind,
  Drawer,
  DrawingFile,
  Health,
  PatternRequest,
  PlanSnapshot,
  Stored,
  StoredEvents,
  StoredRun,
  StoredTemplate,
} from './api';
export { check } from './check';
export { patternRequestSchema } from './pattern-request';
export { drawerSchema, drawingFileSchema, runSchema, shopSchema, templateSchema, workEventSchema } from './schemas';
