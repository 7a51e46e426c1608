import type { BladeChoice } from '../../blades';
import type { Box } from '../../geometry';
import type { CutKind, CutMeasure } from '../../patterns';
import type { PartCut } from '../../products';
import type { Grain, Wood } from '../../wood';
import type { PartCount } from './count';

/** A cut of a gang with what it is like to saw. */
export interface GangCut {
  readonly cutId: string;
  readonly partId: string;
  readonly kind: CutKind;
  readonly path: PartCut['path'];
  readonly measure: CutMeasure;
  /** Of an inside cut the largest hole that its waste has room for, mm; else null. */
  readonly openingMm: number | null;
}

/** Parts that lie on one blank and are cut together: one part, or several drawn side by side. */
export interface Gang {
  readonly key: string;
  readonly templateId: string;
  readonly templateName: string;
  readonly parts: readonly PartCount[];
  readonly wood: Wood;
  /** What the template calls it, mm. */
  readonly nominalMm: number;
  /** As measured for this run, mm; the nominal where nothing was measured. */
  readonly thicknessMm: number;
  readonly grain: Grain;
  readonly pinnedLayers: number | null;
  readonly cuts: readonly GangCut[];
  /** Holes that stay, by the bit they are drilled with, smallest first. */
  readonly drilled: readonly { readonly diameterMm: number; readonly count: number }[];
  /** Around all parts, in the frame of the drawing. */
  readonly box: Box;
  /** Sides of the box that lie on the board's own edge, so that no wood is left there: left or right, below or above. */
  readonly flush: { readonly across: 0 | 1; readonly up: 0 | 1 };
  /** Layers still to cut so that every part is satisfied. */
  readonly layersToCut: number;
}

/**
 * Whether a line can be sawn on a saw whose arm stands `reach` mm behind the blade:
 * - `free`: the work can be turned right round at every point;
 * - `limited`: it cannot, but the blade can be followed in one direction or the other;
 * - `standing`: somewhere it can only be brought to the blade, not turned into the line (sideways teeth needed);
 * - `out-of-reach`: somewhere no position of the work brings the line to the blade.
 */
export type Reach = 'free' | 'limited' | 'standing' | 'out-of-reach';

export type Corner = 'lower-left' | 'lower-right' | 'upper-left' | 'upper-right';

/** A corner of a blank that holds no part, sawn off roughly at 45 degrees first; the leg of the triangle, mm. */
export interface RoughCut {
  readonly corner: Corner;
  readonly leg: number;
}

/** A cut with the blade it is sawn with. */
export interface PlannedCut extends Omit<GangCut, 'path'> {
  /** Wood under the blade for this cut, mm: the whole stack, or one layer where the stack is split first. */
  readonly heightMm: number;
  /** How often it is sawn in one pass: once, or once for each layer after a split. */
  readonly times: number;
  readonly choice: BladeChoice;
  readonly reach: Reach;
}

export interface Blank {
  /** Along the grain (along x where any way will do), mm. */
  readonly length: number;
  readonly width: number;
  /** Wood left on each side, mm. */
  readonly margin: number;
}

/** Layers sawn together, as one pass of them is sawn. */
export interface SawnStack {
  /** Derived from the contents: what was done stays done when a quantity changes. */
  readonly key: string;
  readonly gang: Omit<Gang, 'cuts' | 'layersToCut'>;
  readonly layers: number;
  readonly stackHeightMm: number;
  readonly blank: Blank;
  /** Corners to saw off first, where the blank is too large to be turned. */
  readonly roughCuts: readonly RoughCut[];
  /** Inside cuts, then outlines, or the other way round, as the shop saws. */
  readonly cuts: readonly PlannedCut[];
  /** Pierce holes drilled in one pass. */
  readonly pierceHoles: number;
  /** The bits for them, smallest first, and how many holes each makes in one pass. */
  readonly pierceBits: readonly { readonly diameterMm: number; readonly count: number }[];
}

/** The same with how often it is done, and why it is no higher. */
export interface Stack extends SawnStack {
  /** Passes still to saw. */
  readonly passesToCut: number;
  /** Of the layers of those passes, for so many the blanks are cut already. */
  readonly layersReady: number;
  /** Ids of the work events of passes already sawn. */
  readonly done: readonly string[];
  /** Why not more layers: what the limit came from. */
  readonly limitedBy: LayerLimit;
  /** What a stack of these parts costs at each height that is allowed, from one layer up. */
  readonly heights: readonly HeightCost[];
}

/** A stack of so many layers, for each of its layers. */
export interface HeightCost {
  readonly layers: number;
  /** Hands-on minutes without changing blades. */
  readonly minutesPerLayer: number;
  /** The minutes by the value of an hour, blades worn, and what is lost now and then; minor units, not rounded. */
  readonly costPerLayerMinor: number;
  /** Ids of the blades that saw it. */
  readonly blades: readonly string[];
}

export interface LayerLimit {
  readonly rule: 'pinned' | 'run-limit' | 'shop-limit' | 'saw-height' | 'blades' | 'need' | 'cost';
  readonly layers: number;
}

/**
 * Why a blank has its size: wood on every side to hold it by; none on the side that is the board's own edge; so small that
 * several passes share one, each leaving at its edge; a block with handles at both ends.
 */
export type BlankRule = 'plate' | 'edge' | 'shared' | 'block';

/** Blanks of one size for a stack. mm, the length along the grain. */
export interface CutBlank {
  readonly rule: BlankRule;
  readonly length: number;
  readonly width: number;
  readonly count: number;
  /** Passes that are sawn from one of them. */
  readonly passes: number;
}
