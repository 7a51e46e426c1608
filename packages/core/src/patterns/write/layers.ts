import type { Path } from '../../geometry';
import type { LineKind } from '../steps';

/** A line on its way out: what it is and where it runs, mm, y up. */
export interface WrittenLine {
  readonly kind: Exclude<LineKind, 'ignore'>;
  readonly path: Path;
}

export interface Layer {
  readonly kind: WrittenLine['kind'];
  /** Read back as the same kind, here and by people. */
  readonly name: string;
  readonly stroke: string;
  /** One of the seven basic colours of DXF. */
  readonly dxfColour: number;
}

/** The layers of a drawing that goes out, in the order of drawing. */
export const LAYERS: readonly Layer[] = [
  { kind: 'outline', name: 'Part outlines', stroke: '#2540c9', dxfColour: 5 },
  { kind: 'inside', name: 'Inside cuts', stroke: '#8a2be2', dxfColour: 6 },
  { kind: 'through', name: 'Through cuts', stroke: '#00798c', dxfColour: 4 },
  { kind: 'drilled', name: 'Drilled holes', stroke: '#b1241b', dxfColour: 1 },
  { kind: 'mark', name: 'Marks', stroke: '#555555', dxfColour: 7 },
  { kind: 'fold', name: 'Fold lines', stroke: '#2f6b2f', dxfColour: 3 },
];

/** The layers that have lines, each with its lines in the order given. */
export const byLayer = (lines: readonly WrittenLine[]): { readonly layer: Layer; readonly paths: Path[] }[] =>
  LAYERS.map((layer) => ({
    layer,
    paths: lines.filter(({ kind }) => kind === layer.kind).map(({ path }) => path),
  })).filter(({ paths }) => paths.length > 0);
