import { Measure } from '../drawing/Measure';

/** Thicknesses of layers from the top down, as a sum. */
export function LayersAsCut({ layersMm }: { readonly layersMm: readonly number[] }) {
  return layersMm.map((mm, i) => (
    <span key={i}>
      {i > 0 && ' + '}
      <Measure mm={mm} />
    </span>
  ));
}
