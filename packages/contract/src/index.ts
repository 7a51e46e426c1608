export type {
  ApiFault,
  ApiFaultKind,
  Drawer,
  DrawingFile,
  Health,
  PlanSnapshot,
  Stored,
  StoredEvents,
  StoredRun,
  StoredTemplate,
} from './api';
export { check } from './check';
export { drawerSchema, drawingFileSchema, runSchema, shopSchema, templateSchema, workEventSchema } from './schemas';
