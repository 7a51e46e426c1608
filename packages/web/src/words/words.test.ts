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
