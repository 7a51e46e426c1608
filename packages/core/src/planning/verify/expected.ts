import { boxUnion, pathBox, type Box } from '../../geometry';
import type { Part, Template } from '../../products';
import { toNm } from '../../units';
import { shortKey, canonicalJson } from '../key';
import type { PlanInput, RunLine } from '../model/input';

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

/** The wood a part is made of: what it calls for, or what was granted instead. */
export const woodOf = ({ run }: PlanInput, { woodId, thickness }: Part): string =>
  run.wood.substitutes.find((one) => one.woodId === woodId && toNm(one.nominalMm) === toNm(thickness.mm))?.instead ??
  woodId;

export const marginOf = ({ run, shop }: PlanInput): number => (run.wood.margin ?? shop.holdingMargin).mm;

/** Parts that lie on one blank, as the templates and what was granted have it. */
export interface ExpectedGang {
  readonly key: string;
  readonly template: Template;
  readonly parts: readonly Part[];
  readonly woodId: string;
  readonly nominalMm: number;
  readonly thicknessMm: number;
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

/** Layers of a body lie on each other, not side by side. */
const bodyOf = ({ bodies }: Template, { id }: Part): string | null =>
  bodies.find(({ layers }) => layers.some((layer) => layer === id))?.id ?? null;

const liesWith = (a: Part, b: Part, input: PlanInput, template: Template): boolean =>
  bodyOf(template, a) === null &&
  bodyOf(template, b) === null &&
  a.sharedBlank !== null &&
  a.sharedBlank === b.sharedBlank &&
  woodOf(input, a) === woodOf(input, b) &&
  toNm(a.thickness.mm) === toNm(b.thickness.mm) &&
  a.grain === b.grain &&
  pinnedOf(input, a) === pinnedOf(input, b);

function gangOf(parts: readonly Part[], lead: Part, template: Template, input: PlanInput): ExpectedGang {
  const [woodId, nominalMm] = [woodOf(input, lead), lead.thickness.mm];
  const measured = input.run.measured.find((m) => m.woodId === woodId && toNm(m.nominalMm) === toNm(nominalMm));
  return {
    key: shortKey({ template: template.id, parts: parts.map(({ id }) => id), wood: woodId, nominalMm }),
    template,
    parts,
    woodId,
    nominalMm,
    thicknessMm: measured?.measured.mm ?? nominalMm,
    pinnedLayers: pinnedOf(input, lead),
    bodyId: bodyOf(template, lead),
    box: boxUnion(parts.map(({ outline }) => pathBox(outline.path))),
  };
}
