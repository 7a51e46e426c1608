import type { Template } from '@rapid-jig/core';

/** A template like this one, under new ids throughout, so that nothing done with one counts for the other. */
export function copyOfTemplate(template: Template, newId: () => string): Template {
  const blanks = new Map<string, string>();
  const blankFor = (mark: string): string => {
    const known = blanks.get(mark) ?? newId();
    blanks.set(mark, known);
    return known;
  };
  return {
    ...template,
    id: newId(),
    name: `${template.name}, copy`.slice(0, 120),
    archived: false,
    parts: template.parts.map((part) => ({
      ...part,
      id: newId(),
      outline: { ...part.outline, id: newId() },
      insideCuts: part.insideCuts.map((cut) => ({ ...cut, id: newId() })),
      sharedBlank: part.sharedBlank === null ? null : blankFor(part.sharedBlank),
    })),
  };
}
