export { partsFromDrawing } from './from-drawing';
export type { PartDefaults } from './from-drawing';
export { cutsOf } from './template';
export type { DrawingSource, Grain, Part, PartCut, Template, TemplateRevision } from './template';
