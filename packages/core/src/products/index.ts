export { cardOf } from './card';
export type { CardPicture, TemplateCard } from './card';
export { partsFromDrawing, renewParts } from './from-drawing';
export type { PartDefaults } from './from-drawing';
export { shapeOfPart } from './shape';
export { cutsOf } from './template';
export type {
  Body,
  DrawingSource,
  DrilledHole,
  MarkedLine,
  Part,
  PartCut,
  RodNeed,
  Template,
  TemplateRevision,
} from './template';
