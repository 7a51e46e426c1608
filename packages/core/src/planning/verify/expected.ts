import { boxUnion, pathBox, type Box } from '../../geometry';
import type { Part, Ply, Template } from '../../products';
import { fromNm, toNm } from '../../units';
import { canonicalJson, shortKey } from '../blanks';
import type { PlanInput, RunLine } from '../model/input';
import type { PatternMethod } from '../model/pattern-method';

/** True where two values say the same, whatever the order of their keys. */
export const isSame = (a: unknown, b: unknown): boolean => canonicalJson(a) === canonicalJson(b);

/** A template of the run at the revision it pins, with its line. */
export interface Pinned {
  readonly line: RunLine;
  readonly template: Template;
}

export const pinnedTemplates = ({ run, revisions }: PlanInput): Pinned[] =>
  run.lines.flatMap((line) => {
    const found = revisions.find((r) => r.template.id === line.templateId && r.revision === line.revision);
    return found ? [{ line, template: found.template }] : [];
  });

/** The wood a board is of: what is called for, or what was granted instead. */
export const woodOf = ({ run }: PlanInput, { woodId, thickness }: Ply): string =>
  run.wood.substitutes.find((one) => one.woodId === woodId && toNm(one.nominalMm) === toNm(thickness.mm))?.instead ??
  woodId;

/** How many copies of a line are to have a part: all, or those of its variant. */
export function copiesFor({ variantId }: Pick<Part, 'variantId'>, { line, template: { variants } }: Pinned): number {
  if (variantId === null) return line.copies;
  if (Object.keys(line.variants).length > 0) return line.variants[variantId] ?? 0;
  // One after the other gets a copy until there are none left.
  let count = 0;
  for (let copy = 0; copy < line.copies; copy++) if (variants[copy % variants.length]?.id === variantId) count++;
  return count;
}

export const marginOf = ({ run, shop }: PlanInput): number => (run.wood.margin ?? shop.holdingMargin).mm;

/** Parts that lie on one blank, as the templates and what was granted have it. */
export interface ExpectedGang {
  readonly key: string;
  readonly template: Template;
  readonly parts: readonly Part[];
  readonly woodId: string;
  readonly nominalMm: number;
  /** Boards from the top down: wood, nominal and measured thickness. */
  readonly plies: readonly { readonly woodId: string; readonly nominalMm: number; readonly thicknessMm: number }[];
  readonly thicknessMm: number;
  readonly pattern: PatternMethod;
  readonly pinnedLayers: number | null;
  readonly bodyId: string | null;
  readonly box: Box;
}

/** All gangs of the run: parts of one template that share a blank and agree in all that makes one; else each part alone. */
export function expectedGangs(input: PlanInput): ExpectedGang[] {
  return pinnedTemplates(input).flatMap(({ template }) => {
    const left = template.parts.filter(({ perCopy }) => perCopy > 0);
    const gangs: ExpectedGang[] = [];
    for (let first = left.shift(); first; first = left.shift()) {
      const lead = first;
      const parts = [lead, ...left.filter((part) => liesWith(lead, part, input, template))];
      for (const part of parts.slice(1)) left.splice(left.indexOf(part), 1);
      gangs.push(gangOf(parts, lead, template, input));
    }
    return gangs;
  });
}

const pinnedOf = ({ run }: PlanInput, { pinnedLayers }: Part): number | null =>
  run.wood.freeLayers ? null : pinnedLayers;

/** A part in the wood and with the layers that were granted. */
export const asGranted = (part: Part, input: PlanInput): Part => ({
  ...part,
  woodId: woodOf(input, part),
  pinnedLayers: pinnedOf(input, part),
});

/** Layers of a body lie on each other, not side by side. */
const bodyOf = ({ bodies }: Template, { id }: Part): string | null =>
  bodies.find(({ layers }) => layers.some((layer) => layer === id))?.id ?? null;

const liesWith = (a: Part, b: Part, input: PlanInput, template: Template): boolean =>
  bodyOf(template, a) === null &&
  bodyOf(template, b) === null &&
  a.sharedBlank !== null &&
  a.sharedBlank === b.sharedBlank &&
  isSame(boardsOf(a, input), boardsOf(b, input)) &&
  a.grain === b.grain &&
  a.apartClean === b.apartClean &&
  pinnedOf(input, a) === pinnedOf(input, b);

/** The boards of a part: that on top, then those it is glued to. */
const boardsOf = ({ woodId, thickness, gluedTo }: Part, input: PlanInput): ExpectedGang['plies'] =>
  [{ woodId, thickness }, ...gluedTo].map((ply) => {
    const [own, nominalMm] = [woodOf(input, ply), ply.thickness.mm];
    const measured = input.run.measured.find((m) => m.woodId === own && toNm(m.nominalMm) === toNm(nominalMm));
    return { woodId: own, nominalMm, thicknessMm: measured?.measured.mm ?? nominalMm };
  });

function gangOf(parts: readonly Part[], lead: Part, template: Template, input: PlanInput): ExpectedGang {
  const [woodId, nominalMm] = [woodOf(input, lead), lead.thickness.mm];
  const plies = boardsOf(lead, input);
  const under = plies.slice(1).map((ply) => [ply.woodId, ply.nominalMm]);
  const named = { template: template.id, parts: parts.map(({ id }) => id), wood: woodId, nominalMm };
  return {
    key: shortKey(under.length > 0 ? { ...named, under } : named),
    template,
    parts,
    woodId,
    nominalMm,
    plies,
    thicknessMm: fromNm(plies.reduce((sum, { thicknessMm }) => sum + toNm(thicknessMm), 0)),
    pattern: input.run.stacks.patterns[lead.id] ?? input.shop.patternFor[woodId] ?? input.shop.pattern,
    pinnedLayers: pinnedOf(input, lead),
    bodyId: bodyOf(template, lead),
    box: boxUnion(parts.map(({ outline }) => pathBox(outline.path))),
  };
}
