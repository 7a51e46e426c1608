import { expect, test } from '@jest/globals';
import { besideChoice, chooseBlades, stiffnessRatio, TYPICAL_BLADES, type BladePreferences, type CutDemand } from '.';
import { inches } from '../units';
import { LARGER, outlineIn } from './demands.test-support';

const preferences: BladePreferences = { ...LARGER, favouriteForm: 'skip' };
const cut = outlineIn('red-oak', 3 / 4, 1.6 / 25.4, 20);
const chosenFor = (of: CutDemand) => {
  const found = chooseBlades(of, TYPICAL_BLADES, preferences);
  if (!found.ok) throw new Error(found.error.message);
  return found.value[0]!.blade;
};

test('a number 7 in 3/4 of red oak beside a 5 and a 9', () => {
  const { chosen, smaller, larger } = besideChoice(cut, chosenFor(cut), TYPICAL_BLADES, preferences);
  expect([smaller, chosen, larger].map((one) => one?.blade.size)).toEqual(['5', '7', '9']);
  // In comfort hard wood may be 1/2, 3/4 and 1 in high (common practice); a 5 may be strained to 3/4 and no more.
  expect([smaller, chosen, larger].map((one) => one?.comfortShare)).toEqual(
    [1.5, 1, 0.75].map((n) => expect.closeTo(n, 9)),
  );
  expect([smaller, chosen, larger].map((one) => one?.cannot)).toEqual([null, null, null]);
  // w^2 / (8 slack) - b / 2 with slack 0.007 in: 0.0178, 0.0277 and 0.0412 in; a hand wants 1.4 times as much: 0.63, 0.98, 1.46 mm.
  expect([smaller, chosen, larger].map((one) => one?.curve)).toEqual(['steers', 'steers', 'steers']);
  const tight = besideChoice({ ...cut, tightestRadius: 0.9 }, chosen.blade, TYPICAL_BLADES, preferences);
  expect([tight.smaller, tight.chosen, tight.larger].map((one) => one?.curve)).toEqual([
    'steers',
    'slow-turn',
    'pivots',
  ]);
  // A skip 7 has 11 teeth to the inch: 8.25 in 3/4.
  expect(chosen.teethInCut).toBeCloseTo(0.75 * chosen.blade.teethPerInch, 9);
});

test('what could not be used says why, and the ends of the row have no neighbour', () => {
  const high = { ...cut, heightMm: inches(1), sharpInsideCorners: 0 };
  expect(besideChoice(high, chosenFor(high), TYPICAL_BLADES, preferences).smaller?.cannot).toBeNull();
  const higher = { ...cut, heightMm: inches(1.25) };
  const nine = TYPICAL_BLADES.find(({ id }) => id === '9-skip')!;
  expect(besideChoice(higher, nine, TYPICAL_BLADES, preferences).smaller?.cannot).toBe('too-high');
  const narrow = { ...cut, heightMm: inches(1 / 8), openingMm: inches(1 / 32) };
  const one = TYPICAL_BLADES.find(({ id }) => id === '1-skip')!;
  expect(besideChoice(narrow, one, TYPICAL_BLADES, preferences).larger?.cannot).toBe('no-hole');
  const least = TYPICAL_BLADES.find(({ id }) => id === '2-0-skip')!;
  expect(besideChoice(narrow, least, TYPICAL_BLADES, preferences).smaller).toBeNull();
});

test('twice as wide is eight times as stiff, twice as thick twice', () => {
  const blade = TYPICAL_BLADES[0]!;
  expect(stiffnessRatio({ ...blade, widthMm: 2 * blade.widthMm }, blade)).toBeCloseTo(8, 9);
  expect(stiffnessRatio({ ...blade, thicknessMm: 2 * blade.thicknessMm }, blade)).toBeCloseTo(2, 9);
});

test('what each size takes adds up, and the chosen one takes least', () => {
  const { smaller, chosen, larger } = besideChoice(cut, chosenFor(cut), TYPICAL_BLADES, preferences);
  for (const one of [smaller!, chosen, larger!]) {
    const { sawing, smoothing, risk, wear, total } = one.cost;
    expect(sawing + smoothing + risk + wear).toBeCloseTo(total, 9);
    expect(total).toBeGreaterThanOrEqual(chosen.cost.total);
  }
  // Narrower saws riskier at this height, wider smooths more and turns slower: 20 corners of 0.04 min by the square of the width.
  expect(smaller!.cost.risk).toBeGreaterThan(chosen.cost.risk);
  expect(larger!.cost.smoothing).toBeGreaterThan(chosen.cost.smoothing);
  // 400 mm of 3/4 red oak, each of 20 corners as 5 mm more: 9525 mm2 of cut face, of which a blade lasts 14,500 (common practice).
  expect(chosen.worn).toBeCloseTo((500 * 19.05) / 14_500, 9);
});
