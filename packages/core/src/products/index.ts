export { featuresOfBody, giveToLayers, layerMoves, missingFeatures, sameOutlineAs } from './bodies';
export type { BodyFault, LayerFeature, LayerFeatureKind, MissingFeature } from './bodies';
export { cardOf } from './card';
export type { CardPicture, TemplateCard } from './card';
export { partsFromDrawing, renewParts } from './from-drawing';
export type { PartDefaults } from './from-drawing';
export { isSameCut, isSameHole, placeOn } from './same-outline';
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
