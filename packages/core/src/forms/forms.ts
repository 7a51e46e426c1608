import { err, ok, type Fault, type Result } from '../result';
import { isRecord, recordsIn, type Doc } from './doc';
import { eventWithSubject } from './work-event-6';
import { deskWithBytes } from './desk-2';
import { deskWithEachPart } from './desk-3';
import { planWithBits } from './plan-2';
import { planWithHeights } from './plan-3';
import { planWithPhases } from './plan-4';
import { planWithPatterns } from './plan-5';
import { planWithWants } from './plan-6';
import { planWithEntries } from './plan-7';
import { planWithStrips } from './plan-8';
import { planWithQuality } from './plan-9';
import { settingsWithSaws } from './settings-4';
import { templateWithRules } from './template-3';
import { templateWithWants } from './template-4';
import { templateWithHoleUses } from './template-5';
import { templateWithEachPart } from './template-6';
import { templateWithCutWants } from './template-7';

/** Each kind of stored document and the number of its form today. */
export const FORMS = {
  template: 7,
  run: 6,
  settings: 8,
  stockItem: 2,
  stockMove: 1,
  bladeMove: 1,
  workEvent: 6,
  plan: 9,
  desk: 3,
  photo: 1,
} as const;
export type FormKind = keyof typeof FORMS;

/** A document as it is stored: with the number of its form. */
export interface Formed {
  readonly form: number;
  readonly doc: unknown;
}

export type FormFault = Fault<'newer-form' | 'unreadable-form'>;

/** Passes had one gang and no phases: a mark was of all that is done to a stack. */
const WHOLE_PASS = { stackLayers: null, phase: null, layerIds: null, minutes: null, bladeId: null, spoiled: [] };

/** From each form to the next: the first turns form 1 into form 2. Forms are never changed afterwards. */
const STEPS: Readonly<Record<FormKind, readonly ((doc: Doc) => Doc)[]>> = {
  // Layers that make one thing were not told.
  template: [
    (template) => ({ ...template, bodies: [] }),
    templateWithRules,
    templateWithWants,
    templateWithHoleUses,
    templateWithEachPart,
    templateWithCutWants,
  ],
  // Spares that were used up are made again only where the maker says so.
  run: [
    (run) => ({ ...run, refillSpares: false }),
    // Nothing could be wished of the stacks but their layers.
    (run) => ({ ...run, stacks: { apart: [], most: {}, pins: [] } }),
    // All copies were alike, and all patterns put on as the shop does.
    (run) => ({
      ...run,
      lines: recordsIn(run, 'lines').map((line) => ({ ...line, variants: {} })),
      stacks: { ...(isRecord(run['stacks']) ? run['stacks'] : {}), patterns: {} },
    }),
    // Nothing was due before the rest, and cuts were sawn in the order found for them.
    (run) => ({
      ...run,
      stacks: { ...(isRecord(run['stacks']) ? run['stacks'] : {}), first: [], cutOrders: [] },
    }),
    // No run was waited for.
    (run) => ({ ...run, stacks: { ...(isRecord(run['stacks']) ? run['stacks'] : {}), patient: false } }),
  ],
  // Of the shop, not of its drawer: what was taken apart after the outline was sawn layer by layer; patterns were on tape.
  settings: [
    (settings) =>
      'cutOrder' in settings ? { ...settings, afterOutline: 'singly', pattern: 'glue-stick-on-tape' } : settings,
    // One habit held for every wood and height.
    (settings) => ('cutOrder' in settings ? { ...settings, patternFor: {}, holdHigh: null } : settings),
    settingsWithSaws,
    // Which bits there are was not told.
    (settings) => ('cutOrder' in settings ? { ...settings, bits: null } : settings),
    // Very hard wood always got two entry holes.
    (settings) => ('cutOrder' in settings ? { ...settings, secondEntry: true } : settings),
    // Corners were sawn by the room there was.
    (settings) => ('cutOrder' in settings ? { ...settings, corners: 'by-the-room' } : settings),
    // Who works there was not told.
    (settings) => ('cutOrder' in settings ? { ...settings, people: [] } : settings),
  ],
  // Pieces made beyond what was wanted did not lie on the rack.
  stockItem: [(item) => ({ ...item, partId: null })],
  stockMove: [],
  bladeMove: [],
  // Passes had no number of their own.
  workEvent: [
    (event) => (event['kind'] === 'pass-sawn' ? { ...event, pass: null } : event),
    (event) => (event['kind'] === 'pass-sawn' ? { ...event, ...WHOLE_PASS } : event),
    // What a step was planned to take was not recorded beside what it took.
    (event) => (event['kind'] === 'pass-sawn' ? { ...event, plannedMinutes: null } : event),
    // Pieces that come off a puzzle were not ticked; an older program does not know the event.
    (event) => event,
    eventWithSubject,
  ],
  plan: [
    planWithBits,
    planWithHeights,
    planWithPhases,
    planWithPatterns,
    planWithWants,
    planWithEntries,
    planWithStrips,
    planWithQuality,
  ],
  desk: [deskWithBytes, deskWithEachPart],
  photo: [],
};

/** How many steps lead to the form of today; a kind whose number was raised without a step fails its test. */
export const stepsOf = (kind: FormKind): number => STEPS[kind].length;

/** A document with the number of the form it has today, as it is stored. */
export const toForm = (kind: FormKind, doc: unknown): Formed => ({ form: FORMS[kind], doc });

/** The form of what is stored: what has no number is of the first form. Null where it is no document. */
export function formOf(stored: unknown): Formed | null {
  if (!isRecord(stored)) return null;
  const { form, doc } = stored;
  return typeof form === 'number' && 'doc' in stored ? { form, doc } : { form: 1, doc: stored };
}

/**
 * A stored document in the form of today, step by step from the form it has. `T` is the type that the kind has today.
 * Errors: a form that only a newer version of the program knows, something that is no document.
 */
export function openForm<T>(kind: FormKind, stored: unknown): Result<T, FormFault> {
  const formed = formOf(stored);
  if (!formed || !isRecord(formed.doc) || !Number.isInteger(formed.form) || formed.form < 1)
    return err({
      kind: 'unreadable-form',
      message: 'This is no document that the program has written.',
      where: kind,
      hint: 'Restore it from a backup, or from the copy beside the database.',
    });
  if (formed.form > FORMS[kind])
    return err({
      kind: 'newer-form',
      message: `This was written by a newer version of the program (form ${String(formed.form)}, this one knows ${String(FORMS[kind])}).`,
      where: kind,
      hint: 'Start the newer version; nothing was changed.',
    });
  // The last step gives the form of today, which is what T names.
  return ok(STEPS[kind].slice(formed.form - 1).reduce<Doc>((doc, step) => step(doc), formed.doc) as T);
}
