export { cutCaution, millingCautions } from './cautions';
export type { CutCaution, MillingCaution } from './cautions';
export { layingWood, planWood } from './lay-wood';
export { pinBlank, pinOnBoard } from './pins';
export type { PinFault } from './pins';
export { planRods, rodsOfRun, stripsToRip } from './rods';
export { verifyWood } from './verify-wood';
export { waysOut } from './ways-out';
export type { WayOut, WayOutKind } from './ways-out';
