export { asItWasDrawn, movedPart } from './moved-part';
export { featuresOfBody, giveToLayers, layerMoves, sameOutlineAs } from './bodies';
export type { BodyFault, LayerFeature, LayerFeatureKind } from './bodies';
export { asMeant, giveToBoth, mirrorPairs, missingFeatures } from './missing';
export type { MissingFeature } from './missing';
export { drillableCuts, drilledInstead } from './drillable';
export type { Drillable } from './drillable';
export { wantsOf, withWant, withWants } from './cut-wants';
export { KEPT_WASTE, LINE_RULES, PLAIN_CUT, ruleOf, withRule } from './cut-rule';
export type { CutRule, KeptWaste, LineRule } from './cut-rule';
export { cardOf } from './card';
export type { CardPicture, TemplateCard } from './card';
export { partsFromDrawing } from './from-drawing';
export { renewParts, renewTemplate } from './renew';
export type { PartDefaults } from './from-drawing';
export { isSameCut, isSameHole, placeOn } from './same-outline';
export { shapeOfPart } from './shape';
export { AS_DRAWN, cutsOf, emptyTemplate } from './template';
export type {
  Body,
  DrawingSource,
  DrilledHole,
  HardwareNeed,
  MarkedLine,
  Part,
  PartCut,
  Ply,
  RodNeed,
  Template,
  TemplateRevision,
  Variant,
} from './template';
export { HOLE_FITS, holeUseOf, PLAIN_HOLE, withHoleUse } from './hole-use';
export type { HoleFit, HoleUse } from './hole-use';
