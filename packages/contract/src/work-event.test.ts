import { describe, expect, test } from '@jest/globals';
import type { LayersSpoiled, Noticed, PieceOff, SetsAssembled, StepDone } from '@rapid-jig/core';
import { check, workEventSchema } from '.';

const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const base = { id: uuid(1), clientId: uuid(2), at: '2026-11-27T10:00:00.000Z', person: null, saw: null };
const step: StepDone = {
  ...base,
  kind: 'step-done',
  subject: { kind: 'step', name: 'stick' },
  stack: 'ab12',
  stackLayers: ['ab.0', 'ab.1'],
  phase: null,
  passes: [1, 2],
  detail: null,
  minutes: 2.5,
  plannedMinutes: 2,
};
const spoiled: LayersSpoiled = {
  ...base,
  kind: 'layers-spoiled',
  stack: 'ab12',
  stackLayers: ['ab.0', 'ab.1'],
  layers: 2,
  pass: 1,
  phase: null,
  lost: [{ layerId: 'ab.0', reason: 'burnt', pieces: { [uuid(3)]: 1 }, finishedIn: 'cd34' }],
};
const noticed: Noticed = {
  ...base,
  kind: 'noticed',
  what: 'note',
  subject: { kind: 'step', name: 'cut' },
  stack: 'ab12',
  phase: 'cd34',
  pass: 1,
  bladeId: '5-reverse',
  words: 'Tape over the pattern',
  photoId: uuid(4),
};
const assembled: SetsAssembled = { ...base, kind: 'sets-assembled', templateId: uuid(5), variantId: null, copies: 2 };
const pieceOff: PieceOff = { ...base, kind: 'piece-off', stack: 'ab12', pass: 1, partId: uuid(3), piece: 4 };

describe('what is recorded at the bench', () => {
  test('what a newer program tells of is recorded by an older one', () => {
    const joint = { ...step, subject: { kind: 'joint', name: 'slot of the rocker' }, person: 'Mira', saw: 'Bench saw' };
    expect(check(workEventSchema, joint)).toEqual({ ok: true, value: joint });
  });

  test.each([step, spoiled, noticed, assembled, pieceOff])('$kind is taken as it is', (event) => {
    expect(check(workEventSchema, event)).toEqual({ ok: true, value: event });
  });

  test.each([
    ['a step that nobody knows', { ...step, subject: { kind: 'step', name: 'polish' } }, 'subject.name'],
    ['a subject of no kind', { ...step, subject: { kind: '', name: 'a' } }, 'subject.kind'],
    ['a person without a name', { ...step, person: ' ' }, 'person'],
    ['a pass of no number', { ...step, passes: [0] }, 'passes.0'],
    ['minutes below nothing', { ...step, minutes: -1 }, 'minutes'],
    ['a layer twice', { ...spoiled, lost: [spoiled.lost[0], spoiled.lost[0]] }, 'lost.1'],
    ['no layer at all', { ...spoiled, lost: [] }, 'lost'],
    ['a reason that nobody knows', { ...spoiled, lost: [{ ...spoiled.lost[0], reason: 'tired' }] }, 'lost.0.reason'],
    [
      'pieces below nothing',
      { ...spoiled, lost: [{ ...spoiled.lost[0], pieces: { [uuid(3)]: -1 } }] },
      `lost.0.pieces.${uuid(3)}`,
    ],
    ['words of nothing', { ...noticed, words: '  ' }, 'words'],
    ['a photo without an id', { ...noticed, photoId: 'saw.jpg' }, 'photoId'],
    ['a piece of no number', { ...pieceOff, piece: 0 }, 'piece'],
    ['no copies', { ...assembled, copies: 0 }, 'copies'],
  ])('%s is refused where it stands', (_name, event, where) => {
    expect(check(workEventSchema, event)).toMatchObject({ ok: false, error: { where } });
  });
});
