import type { Path } from '../geometry';
import type { Length } from '../units';

/** Which way the grain runs on the part as drawn; `any` for sheet goods and where it does not matter. */
export type Grain = 'along-x' | 'along-y' | 'any';

export interface PartCut {
  readonly id: string;
  /** mm, y up, in the frame of the template's drawing; closed. */
  readonly path: Path;
}

/** One piece of a copy, with every cut it needs. */
export interface Part {
  readonly id: string;
  readonly name: string;
  /** How many of it one copy needs; 0 where it is drawn but not made. */
  readonly perCopy: number;
  readonly woodId: string;
  /** Nominal thickness; a run replaces it by the measured one. */
  readonly thickness: Length;
  readonly grain: Grain;
  readonly outline: PartCut;
  readonly insideCuts: readonly PartCut[];
  /** Parts with the same mark lie on one blank, as drawn; null for a part on a blank of its own. */
  readonly sharedBlank: string | null;
  /** Layers the maker insists on for its stacks, or null to let the plan choose. */
  readonly pinnedLayers: number | null;
}

/** A drawing that parts were taken from: the kept file and the step done to it. */
export interface DrawingSource {
  /** Id of the kept original. */
  readonly id: string;
  readonly fileName: string;
  readonly mmPerUnit: number;
}

/** A product that can be made again. */
export interface Template {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly parts: readonly Part[];
  readonly drawings: readonly DrawingSource[];
  readonly archived: boolean;
}

/** A template as one numbered revision has it; runs pin these. */
export interface TemplateRevision {
  readonly revision: number;
  readonly template: Template;
}

/** The cuts of a part in no particular order: inside cuts, then the outline. */
export function cutsOf(part: Part): readonly { readonly cut: PartCut; readonly kind: 'inside' | 'outside' }[] {
  return [
    ...part.insideCuts.map((cut) => ({ cut, kind: 'inside' as const })),
    { cut: part.outline, kind: 'outside' as const },
  ];
}
