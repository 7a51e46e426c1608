import type { Template } from '@rapid-jig/core';

/** A template like this one, to stand beside it. */
export const copyOfTemplate = (template: Template, newId: () => string): Template => ({
  ...withNewIds(template, newId),
  name: `${template.name}, copy`.slice(0, 120),
  archived: false,
});

/** A template that came as a file from another shop; its original drawings stayed there. */
export function takenFromFile(template: Template, newId: () => string): Template {
  const own = withNewIds(template, newId);
  return { ...own, drawings: [], parts: own.parts.map((part) => ({ ...part, drawing: null })) };
}

/** The same under new ids throughout, so that nothing done with one counts for the other. */
function withNewIds(template: Template, newId: () => string): Template {
  const blanks = new Map<string, string>();
  const blankFor = (mark: string): string => {
    const known = blanks.get(mark) ?? newId();
    blanks.set(mark, known);
    return known;
  };
  const renamed = <T extends { readonly id: string }>(item: T): T => ({ ...item, id: newId() });
  return {
    ...template,
    id: newId(),
    parts: template.parts.map((part) => ({
      ...part,
      id: newId(),
      outline: renamed(part.outline),
      insideCuts: part.insideCuts.map(renamed),
      throughCuts: part.throughCuts.map(renamed),
      holes: part.holes.map(renamed),
      marks: part.marks.map(renamed),
      sharedBlank: part.sharedBlank === null ? null : blankFor(part.sharedBlank),
    })),
  };
}
