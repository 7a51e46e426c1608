import { expect, test } from '@jest/globals';
import {
  bladePreferences,
  chooseBlades,
  inches,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  woodById,
  woodPace,
} from '@rapid-jig/core';
import { daysAhead, dateWords } from '../runs/due';
import { counted } from './counted';
import { namesIn, placeWords, shortValue } from './fields';
import { hintWords } from './hints';
import { limitWords, reasonWords, warningWords } from './plan';

test('why a blade was chosen reads as a maker would say it', () => {
  const preferences = bladePreferences(TYPICAL_SHOP);
  const { hardnessN } = woodById('red-oak')!;
  const cut = {
    hardnessN,
    heightMm: inches(3 / 4),
    pace: woodPace([{ hardnessN, thicknessMm: inches(3 / 4), glued: false }], preferences.economy),
    lengthMm: 400,
    wants: [],
    tightestRadius: inches(1 / 4),
    turning: 2 * Math.PI,
    corners: 8,
    sharpInsideCorners: 8,
    turnable: true,
    openingMm: null,
  };
  const chosen = chooseBlades(cut, TYPICAL_BLADES, preferences);
  if (!chosen.ok) throw new Error(chosen.error.kind);
  const words = chosen.value[0]!.reasons.map((reason) => reasonWords(reason, 'in'));
  expect(words[0]).toBe('Number 9 saws 3/4" of hard wood in comfort: up to 1".');
  expect(words[1]).toMatch(
    /^A border case: numbers 7 and 9 differ by [0-5] % of what the cut takes. Between the two your shop takes the larger.$/,
  );
  expect(words.join(' ')).not.toMatch(/undefined|NaN|null/);
});

test('limits and warnings carry their figures in the unit asked for', () => {
  expect(limitWords({ rule: 'blades', layers: 1 })).toContain('1 layer:');
  const warning = {
    kind: 'small-blank' as const,
    stackKey: 'k',
    where: 'Fin',
    inputs: { lengthMm: 60, widthMm: 40, leastMm: 76.2 },
  };
  expect(warningWords(warning, 'mm')).toContain('60 mm by 40 mm');
});

test('dates are calendar days', () => {
  const late = new Date(2026, 10, 24, 23, 59);
  expect(['2026-11-24', '2026-11-25', '2026-12-18', '2026-11-20'].map((date) => daysAhead(date, late))).toEqual([
    'today',
    'tomorrow',
    'in 24 days',
    '4 days ago',
  ]);
  expect(dateWords('2027-03-01')).toContain('2027');
});

test('one part, two parts', () => {
  expect([counted(1, 'part'), counted(2, 'part'), counted(0, 'part')]).toEqual(['1 part', '2 parts', '0 parts']);
});

test('how a cut is sawn reads in the unit asked for, a feed in round figures', () => {
  const feed = { rule: 'feed' as const, inputs: { leastMm: 54.6, mostMm: 81.9 } };
  expect(hintWords(feed, 'in')).toContain('Feed 2" to 3"');
  expect(hintWords(feed, 'mm')).toContain('Feed 55 mm to 80 mm');
  expect(hintWords({ rule: 'drifts', inputs: { degrees: -2.5 } }, 'in')).toContain('2.5° to the left');
  expect(hintWords({ rule: 'burns', inputs: { wood: 'cherry' } }, 'in')).toContain('Black cherry burns');
});

test('where two versions clash is told by names, and values as they were typed', () => {
  const whale = '6f1c2b7e-0000-4000-8000-000000000001';
  const fin = '6f1c2b7e-0000-4000-8000-000000000002';
  const names = namesIn([
    { revision: 1, template: { id: whale, name: 'Rocking whale', parts: [{ id: fin, name: 'Fin' }] } },
  ]);
  const nameOf = (id: string) => names.get(id) ?? null;
  expect(placeWords(['lines', whale, 'copies'], nameOf)).toBe('Rocking whale: copies');
  expect(placeWords(['lines', whale, 'onHand', fin], nameOf)).toBe('Rocking whale, Fin: on hand');
  expect(placeWords(['lines', whale], nameOf)).toBe('Rocking whale: what is made, and how many');
  expect(placeWords(['note'], nameOf)).toBe('note');
  expect(placeWords(['parts', '6f1c2b7e-0000-4000-8000-000000000009', 'perCopy'], nameOf)).toBe('pieces in a copy');
  expect(shortValue({ mm: 6.35, typed: '1/4' })).toBe('1/4');
  expect(shortValue({ kind: 'percent', percent: 10 })).toBe('10 %');
  expect(shortValue(undefined)).toBe('not there');
  expect(shortValue({ id: fin, name: 'Fin', perCopy: 2 })).toBe('Fin');
});
