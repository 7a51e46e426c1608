import type { Template } from '@rapid-jig/core';
import { LONGEST_NAME, shortened } from '../fields/use-shortened';

/** A template like this one, to stand beside it. */
export const copyOfTemplate = (template: Template, newId: () => string): Template => ({
  ...withNewIds(template, newId),
  name: shortened(`${template.name}, copy`, LONGEST_NAME),
  archived: false,
});

/** A template that came as a file from another shop; its original drawings stayed there. */
export function takenFromFile(template: Template, newId: () => string): Template {
  const own = withNewIds(template, newId);
  return { ...own, drawings: [], parts: own.parts.map((part) => ({ ...part, drawing: null })) };
}

/** The same under new ids throughout, so that nothing done with one counts for the other; what names another by its id still does. */
function withNewIds(template: Template, newId: () => string): Template {
  const names = new Map<string, string>();
  const nameOf = (id: string): string => {
    const known = names.get(id) ?? newId();
    names.set(id, known);
    return known;
  };
  const renamed = <T extends { readonly id: string }>(item: T): T => ({ ...item, id: nameOf(item.id) });
  const saidAgain = <T>(said: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(said).map(([id, words]) => [nameOf(id), words]));
  return {
    ...template,
    id: newId(),
    parts: template.parts.map((part) => ({
      ...renamed(part),
      outline: renamed(part.outline),
      insideCuts: part.insideCuts.map(renamed),
      throughCuts: part.throughCuts.map(renamed),
      holes: part.holes.map(renamed),
      marks: part.marks.map(renamed),
      cutRules: saidAgain(part.cutRules),
      cutWants: saidAgain(part.cutWants),
      holeUses: saidAgain(part.holeUses),
      variantId: part.variantId === null ? null : nameOf(part.variantId),
      sharedBlank: part.sharedBlank === null ? null : nameOf(part.sharedBlank),
    })),
    bodies: template.bodies.map((body) => ({
      ...renamed(body),
      layers: body.layers.map(nameOf),
      meant: body.meant.map(nameOf),
    })),
    meant: template.meant.map(nameOf),
    rods: template.rods.map(renamed),
    hardware: template.hardware.map(renamed),
    variants: template.variants.map(renamed),
  };
}
