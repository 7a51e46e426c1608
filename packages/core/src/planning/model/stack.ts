import type { BladeChoice, CutWant } from '../../blades';
import type { Affine, Box, Path, Point } from '../../geometry';
import type { CutKind, CutMeasure } from '../../patterns';
import type { CutRule, PartCut } from '../../products';
import type { Grain, Wood } from '../../wood';
import type { PartCount } from './count';
import type { PatternMethod } from './pattern-method';
import type { Holding } from './shop';

/** A cut of a gang with what it is like to saw. */
export interface GangCut {
  readonly cutId: string;
  readonly partId: string;
  readonly kind: CutKind;
  readonly path: PartCut['path'];
  readonly rule: CutRule;
  readonly measure: CutMeasure;
  /** Pieces of their own that fall out of an inside cut. */
  readonly kept: readonly Path[];
  /** Of an inside cut the largest hole that its waste has room for, mm; else null. */
  readonly openingMm: number | null;
  readonly wants: readonly CutWant[];
}

/** A hole of a gang that is drilled and stays. mm, in the frame of its drawing. */
export interface GangHole {
  readonly holeId: string;
  readonly partId: string;
  readonly center: Point;
  readonly diameterMm: number;
}

/** A board of a blank: one, or several glued up before it is sawn. */
export interface WoodPly {
  readonly wood: Wood;
  /** What the template calls it, mm. */
  readonly nominalMm: number;
  /** As measured for this run, mm; the nominal where nothing was measured. */
  readonly thicknessMm: number;
}

/** Parts that lie on one blank and are cut together: one part, or several drawn side by side. */
export interface Gang {
  readonly key: string;
  readonly templateId: string;
  readonly templateName: string;
  readonly parts: readonly PartCount[];
  /** The wood on top. */
  readonly wood: Wood;
  /** What the template calls the board on top, mm. */
  readonly nominalMm: number;
  /** Of all its boards, mm. */
  readonly thicknessMm: number;
  /** From the top down; more than one where a blank is glued up. */
  readonly plies: readonly WoodPly[];
  /** How its pattern is put on. */
  readonly pattern: PatternMethod;
  /** True where nothing sticky may touch its faces. */
  readonly apartClean: boolean;
  readonly grain: Grain;
  readonly pinnedLayers: number | null;
  /** The body it is a layer of; null for a part that stands alone. */
  readonly bodyId: string | null;
  /** Its first and its last place in that body, the front 0; null outside one. */
  readonly bodyPlaces: { readonly first: number; readonly last: number } | null;
  readonly cuts: readonly GangCut[];
  readonly holes: readonly GangHole[];
  /** By the id of a cut or hole that lies in the piece an inside cut frees: the ids of such cuts. They are sawn after it. */
  readonly around: Readonly<Record<string, readonly string[]>>;
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

export interface Blank {
  /** Along the grain (along x where any way will do), mm. */
  readonly length: number;
  readonly width: number;
  /** Wood left on each side, mm. */
  readonly margin: number;
}

/** A gang as it lies in a stack. */
export interface StackedGang extends Omit<Gang, 'bodyPlaces' | 'cuts' | 'holes' | 'around' | 'layersToCut'> {
  /** From the frame of its own drawing into that of the stack, which is the drawing of its first gang. */
  readonly at: Affine;
  /** True where its show face lies down: its outline is the mirror image of the first gang's. */
  readonly turnedOver: boolean;
  readonly blank: Blank;
}

/** One blank of a stack. Layers of one gang are alike, so they name it instead of repeating it. */
export interface Layer {
  /** `<key of its gang>.<which of that gang's layers in the stack, from 0>`: the same as long as the contents are. */
  readonly id: string;
  readonly gangKey: string;
}

/** A cut or hole in the layers of another gang that is the same line in the wood. */
export interface Twin {
  readonly partId: string;
  readonly id: string;
}

/** A cut with the blade it is sawn with. */
export interface PlannedCut extends Omit<GangCut, 'path' | 'kept'> {
  readonly twins: readonly Twin[];
  readonly choice: BladeChoice;
  /** Holes that the blade may be threaded through: none where it needs none, two in very hard wood where the shop wants them. */
  readonly entries: 0 | 1 | 2;
  readonly reach: Reach;
}

/** A hole that stays, drilled through all layers of its phase. In the frame of the stack. */
export interface PlannedHole extends GangHole {
  readonly twins: readonly Twin[];
}

/** What is drilled and sawn while the same layers are together. */
export interface Phase {
  /** Derived from its layers, so that it stays the same when the order of phases changes. */
  readonly key: string;
  /** From the top down. They need not be neighbours in the stack. */
  readonly layerIds: readonly string[];
  /** True where they were taken apart and each is sawn alone. */
  readonly singly: boolean;
  /** Wood under the blade, mm. */
  readonly heightMm: number;
  readonly holes: readonly PlannedHole[];
  /** In the order of sawing. */
  readonly cuts: readonly PlannedCut[];
  /** The bits for its pierce holes, smallest first, and how many holes each makes in one pass. */
  readonly pierceBits: readonly { readonly diameterMm: number; readonly count: number }[];
  /** Keys of the phases that must be done before. */
  readonly after: readonly string[];
}

/**
 * Passes of small equal parts side by side on one blank: under one pattern, held and drilled in one go, and sawn off one by one
 * towards the end that is left as a handle.
 */
export interface Strip {
  /** The axis of the stack's frame along which a row runs. */
  readonly along: 'x' | 'y';
  /** Most passes in a row, and most rows. */
  readonly columns: number;
  readonly rows: number;
  /** From a pass to the next in its row, and from row to row, mm. */
  readonly step: number;
  readonly rowStep: number;
  /** Wood behind the last of a row, to hold it by, mm. */
  readonly handle: number;
}

/** Layers sawn together, as one pass of them is sawn. */
export interface SawnStack {
  /** Derived from the contents: what was done stays done when a quantity changes. */
  readonly key: string;
  /** Each once, in the order of their first layer. */
  readonly gangs: readonly StackedGang[];
  /** From the top down. */
  readonly layers: readonly Layer[];
  readonly stackHeightMm: number;
  /** Corners to saw off first, where the blank is too large to be turned. */
  readonly roughCuts: readonly RoughCut[];
  /** How its passes lie side by side; null where each has a blank of its own. */
  readonly strip: Strip | null;
  /** In an order in which they can be done. Every cut and hole of every layer is in exactly one. */
  readonly phases: readonly Phase[];
}

/** A stack whose phases go by the short names they have in it: to be priced, which most are for nothing. */
export type UnnamedStack = Omit<SawnStack, 'key'>;

/** How the layers of a stack are held together. */
export interface Held {
  /** null for a single layer. */
  readonly method: Holding | null;
  /** What the shop would take, where its brads find no room or no length; else null. */
  readonly insteadOf: Holding | null;
  /** Places of brads in the frame of the stack, mm. */
  readonly brads: readonly Point[];
  readonly bradLengthMm: number | null;
  /** The bit for their pilot holes, mm: in hard wood a brad splits or bends. */
  readonly pilotMm: number | null;
}

/** A pass of which some phases are done. */
export interface BegunPass {
  readonly pass: number;
  /** Keys of the phases done. */
  readonly phases: readonly string[];
  /** Ids of layers that were spoiled on the way: they are sawn on no further. */
  readonly lost: readonly string[];
}

/** The same with how often it is done, and why it is no higher. */
export interface Stack extends SawnStack {
  /** Passes still to saw, without those that are begun. */
  readonly passesToCut: number;
  readonly begun: readonly BegunPass[];
  /** Of the layers of the passes to cut, for so many the blanks are cut already; by key of the gang. */
  readonly layersReady: Readonly<Record<string, number>>;
  /** Numbers of the passes that are sawn. */
  readonly done: readonly number[];
  readonly held: Held;
  /** Why not more layers: what the limit came from. */
  readonly limitedBy: LayerLimit;
  /** What a layer costs in stacks of each number of layers, from one up: this stack at its own, else the cheapest mix. */
  readonly heights: readonly HeightCost[];
}

/** A stack of so many layers, for each of its layers. */
export interface HeightCost {
  readonly layers: number;
  /** Hands-on minutes without changing blades. */
  readonly minutesPerLayer: number;
  /** Minutes to smooth what its cuts leave, and lost on the average to burnt faces and lines that wander; not at the saw. */
  readonly qualityPerLayer: number;
  /** All these minutes by the value of an hour, blades worn, and what is lost now and then; minor units, not rounded. */
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

/** Blanks of one size for the layers of one gang in a stack. mm, the length along the grain. */
export interface CutBlank {
  readonly gangKey: string;
  readonly rule: BlankRule;
  readonly length: number;
  readonly width: number;
  readonly count: number;
  /** Passes that are sawn from one of them. */
  readonly passes: number;
}
