export { writeDxf } from './dxf';
export { LAYERS } from './layers';
export type { Layer, WrittenLine } from './layers';
export { writeSvg } from './svg';
