/** In Node the package must be imported from its own file; its types are those of the package. */
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export { MaxRectsPacker, Rectangle } from 'maxrects-packer';
}
