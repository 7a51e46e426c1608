import { featuresOfBody, giveToLayers } from './bodies';
import { movedPart } from './moved-part';
import { saidOf } from './said-by-id';
import type { Part, Template } from './template';

/**
 * A template after one of its drawings was shaped or replaced: its parts are renewed (see {@link renewParts}), and what the layers
 * of its bodies were given or spared beside the drawing is given and spared again. Where an outline changed so that layers are no
 * body any more, that body stays as it is, to be told.
 */
export function renewTemplate(
  template: Template,
  fresh: readonly Part[],
  drawingId: string,
  newId: () => string,
): Template {
  const renewed = { ...template, parts: renewParts(template.parts, fresh, drawingId) };
  return template.bodies.reduce<Template>((all, body) => {
    const before = featuresOfBody(template, body);
    if (!before.ok) return all;
    return before.value.reduce<Template>((given, { ids }) => {
      const now = featuresOfBody(given, body);
      const feature = now.ok ? now.value.find((one) => one.ids.some((id) => id !== null && ids.includes(id))) : null;
      const wanted = ids.map((id) => id !== null);
      if (!feature || feature.ids.every((id, i) => (id !== null) === wanted[i])) return given;
      const again = giveToLayers(given, body.id, feature, wanted, newId);
      return again.ok ? again.value : given;
    }, all);
  }, renewed);
}

/**
 * The parts of a template after one of its drawings was shaped or replaced: parts and cuts that come from the same line
 * as before keep their ids, and parts their name, count, wood and all else the maker said; new ones are added at the
 * end, and parts whose line is gone fall away. Parts of other drawings stay as they are. Parts that do not know their
 * line (from before lines had names) are taken to come in the order drawn.
 */
export function renewParts(parts: readonly Part[], fresh: readonly Part[], drawingId: string): Part[] {
  const own = parts.filter(({ drawing }) => drawing === drawingId);
  const lineOf = (part: Part, place: number): string | null => part.outline.line ?? fresh[place]?.outline.line ?? null;
  const known = new Map(own.map((part, place) => [lineOf(part, place), part]));
  const renewed = new Map(
    fresh.flatMap((part) => {
      const before = known.get(part.outline.line);
      return before ? [[before.id, renewPart(before, part)] as const] : [];
    }),
  );
  const kept = parts.flatMap((part) => (part.drawing === drawingId ? (renewed.get(part.id) ?? []) : [part]));
  return [...kept, ...fresh.filter((part) => !known.has(part.outline.line))];
}

function renewPart(before: Part, drawn: Part): Part {
  const fresh = before.laid === null ? drawn : movedPart(drawn, before.laid);
  const { outline, insideCuts, throughCuts, holes, marks, datum } = fresh;
  const ids = new Map(
    [before.outline, ...before.insideCuts, ...before.throughCuts, ...before.holes, ...before.marks].map(
      ({ line, id }) => [line, id],
    ),
  );
  const renewed = <T extends { readonly id: string; readonly line: string | null }>(item: T): T => ({
    ...item,
    id: ids.get(item.line) ?? item.id,
  });
  const cuts = [outline, ...insideCuts, ...throughCuts].map(renewed);
  return {
    ...before,
    outline: renewed(outline),
    insideCuts: insideCuts.map(renewed),
    throughCuts: throughCuts.map(renewed),
    holes: holes.map(renewed),
    marks: marks.map(renewed),
    datum,
    cutRules: saidOf(before.cutRules, cuts),
    cutWants: saidOf(before.cutWants, cuts),
    holeUses: saidOf(before.holeUses, holes.map(renewed)),
  };
}
