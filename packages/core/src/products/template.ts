import type { CutWant } from '../blades';
import type { Affine, Path, Point } from '../geometry';
import type { CutKind, DrawingSteps, Edge } from '../patterns';
import type { Length } from '../units';
import type { Grain } from '../wood';
import type { HoleUse } from './hole-use';
import type { CutRule } from './cut-rule';

export interface PartCut {
  readonly id: string;
  /** Id of the line of the drawing it was taken from; null where that is not known. */
  readonly line: string | null;
  /** mm, y up, in the frame of the drawing; closed, but for a through cut. */
  readonly path: Path;
}

/** A hole made by a bit and left as it is. */
export interface DrilledHole {
  readonly id: string;
  readonly line: string | null;
  readonly center: Point;
  readonly diameterMm: number;
}

/** A line that is drawn on the wood and not cut. */
export interface MarkedLine {
  readonly id: string;
  readonly line: string | null;
  readonly kind: 'mark' | 'fold';
  readonly path: Path;
}

/** A board that is glued under that of a part before it is sawn. */
export interface Ply {
  readonly woodId: string;
  /** Nominal; a run replaces it by the measured one. */
  readonly thickness: Length;
}

/** One piece of a copy, with every cut it needs. */
export interface Part {
  readonly id: string;
  readonly name: string;
  /** How many of it one copy needs, or one copy of its variant; 0 where it is drawn but not made. */
  readonly perCopy: number;
  readonly woodId: string;
  /** Nominal thickness; a run replaces it by the measured one. */
  readonly thickness: Length;
  readonly grain: Grain;
  /** Boards glued under this one for good before the part is sawn, from the top down; empty for a part of one wood. */
  readonly gluedTo: readonly Ply[];
  /** The variant it belongs to; null for a part of every copy. */
  readonly variantId: string | null;
  /** True where nothing sticky may touch its faces: the layers of its stacks must come apart clean. */
  readonly apartClean: boolean;
  /** Id of the drawing it was taken from; null where that is not known. */
  readonly drawing: string | null;
  readonly outline: PartCut;
  readonly insideCuts: readonly PartCut[];
  /** Open lines from edge to edge: the part falls into pieces. */
  readonly throughCuts: readonly PartCut[];
  readonly holes: readonly DrilledHole[];
  readonly marks: readonly MarkedLine[];
  /** The edge that lies on the board's own edge, or null. */
  readonly datum: Edge | null;
  /** Parts with the same mark lie on one blank, as drawn; null for a part on a blank of its own. */
  readonly sharedBlank: string | null;
  /** How it was moved from its drawing to lie close to its neighbours; null for a part that lies as drawn. */
  readonly laid: Affine | null;
  /** Layers the maker insists on for its stacks, or null to let the plan choose. */
  readonly pinnedLayers: number | null;
  /** How its cuts are sawn, by id, where that is not plainly on the line. */
  readonly cutRules: Readonly<Record<string, CutRule>>;
  /** What its cuts want of a blade beside their lines, by id. */
  readonly cutWants: Readonly<Record<string, readonly CutWant[]>>;
  /** By hole id, where it is not plainly drilled through. */
  readonly holeUses: Readonly<Record<string, HoleUse>>;
}

/** What no drawing says of a part, as it begins: one board, in every copy, every cut plainly on its line. */
export const AS_DRAWN: Pick<
  Part,
  'gluedTo' | 'variantId' | 'apartClean' | 'cutRules' | 'cutWants' | 'holeUses' | 'laid'
> = {
  gluedTo: [],
  variantId: null,
  apartClean: false,
  cutRules: {},
  cutWants: {},
  holeUses: {},
  laid: null,
};

/** A length of dowel or strip that a copy needs. */
export interface RodNeed {
  readonly id: string;
  readonly name: string;
  readonly kind: 'dowel' | 'strip';
  readonly woodId: string;
  /** Diameter of a dowel. */
  readonly thickness: Length;
  /** null for a dowel. */
  readonly width: Length | null;
  readonly length: Length;
  readonly perCopy: number;
}

/** A thing that is bought for a copy, or used up by it: hinges, magnets, cord; sandpaper, oil. */
export interface HardwareNeed {
  readonly id: string;
  /** As it is called on the rack. */
  readonly name: string;
  readonly kind: 'bought' | 'consumable';
  /** Of a consumable also a part of one: a quarter of a sheet. */
  readonly perCopy: number;
}

/** One of several designs that a copy may have: a set of three boats, or a name that differs. */
export interface Variant {
  readonly id: string;
  readonly name: string;
}

/** A thing of layers glued on each other: front, hollow, back. */
export interface Body {
  readonly id: string;
  readonly name: string;
  /** Part ids of its layers from the front to the back; a part that is several layers stands several times. */
  readonly layers: readonly string[];
  /** Ids of cuts and holes that one outer layer has and the other has not, as the maker means it. */
  readonly meant: readonly string[];
}

/** A drawing that parts were taken from: the kept file and the steps done to it. */
export interface DrawingSource {
  /** Id of the kept original. */
  readonly id: string;
  readonly fileName: string;
  readonly steps: DrawingSteps;
}

/** A product that can be made again. */
export interface Template {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly parts: readonly Part[];
  readonly bodies: readonly Body[];
  /** Ids of cuts and holes that one of a mirror pair has and the other has not, as the maker means it. */
  readonly meant: readonly string[];
  readonly rods: readonly RodNeed[];
  readonly hardware: readonly HardwareNeed[];
  /** Each copy is one of these; none where all copies are alike. */
  readonly variants: readonly Variant[];
  readonly drawings: readonly DrawingSource[];
  readonly archived: boolean;
}

/** A template with nothing in it. */
export const emptyTemplate = (id: string, name: string): Template => ({
  id,
  name,
  note: '',
  parts: [],
  bodies: [],
  meant: [],
  rods: [],
  hardware: [],
  variants: [],
  drawings: [],
  archived: false,
});

/** A template as one numbered revision has it; runs pin these. */
export interface TemplateRevision {
  readonly revision: number;
  readonly template: Template;
}

/** The cuts of a part in no particular order: inside cuts, through cuts, then the outline. */
export function cutsOf(part: Part): readonly { readonly cut: PartCut; readonly kind: CutKind }[] {
  return [
    ...part.insideCuts.map((cut) => ({ cut, kind: 'inside' as const })),
    ...part.throughCuts.map((cut) => ({ cut, kind: 'through' as const })),
    { cut: part.outline, kind: 'outside' as const },
  ];
}
