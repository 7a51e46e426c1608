import { describe, expect, test } from '@jest/globals';
import { sawingHints, TYPICAL_BLADES, TYPICAL_ECONOMY, type Blade, type HintedCut } from '.';
import { outlineIn } from './demands.test-support';

const nine = TYPICAL_BLADES.find(({ id }) => id === '9-reverse')!;
const cut = (changes: Partial<HintedCut> = {}): HintedCut => ({
  ...outlineIn('red-oak', 3 / 4, 1, 4),
  woodIds: ['red-oak'],
  corners: 10,
  isTilted: false,
  wasteMm: 6,
  ...changes,
});
const hints = (of: HintedCut, blade: Blade = nine, strokes: { least: number; most: number } | null = null) =>
  sawingHints(of, blade, TYPICAL_ECONOMY, strokes);
const rules = (...asked: Parameters<typeof hints>) => hints(...asked).map(({ rule }) => rule);

describe('speed and feed', () => {
  // Common practice, no published source: slower the harder a blade works.
  test.each([
    ['basswood', 1 / 4, 'fast'],
    ['basswood', 1.5, 'medium'],
    ['red-oak', 1 / 4, 'medium'],
    ['red-oak', 3 / 4, 'slow'],
  ])('%s of %d in is sawn %s with a 9', (wood, height, speed) => {
    const [first] = hints({ ...cut(), ...outlineIn(wood, height, 1, 0) });
    expect(first).toMatchObject({ rule: 'speed', inputs: { speed } });
  });

  test('a range of the saw narrows it; a saw that has no such speed is told its nearest', () => {
    expect(hints(cut(), nine, { least: 800, most: 1750 })[0]!.inputs).toMatchObject({ least: 800, most: 1000 });
    expect(hints(cut(), nine, { least: 1200, most: 1750 })[0]).toMatchObject({
      rule: 'no-such-speed',
      inputs: { nearest: 1200 },
    });
  });

  test('a feed lies round the face a minute over the height', () => {
    // 1300 mm2 a minute of hard wood, 3/4 in high, for a 9 at three quarters of its comfort: 68 mm of line.
    const feed = hints(cut()).find(({ rule }) => rule === 'feed')!.inputs;
    expect((Number(feed['leastMm']) + Number(feed['mostMm'])) / 2).toBeCloseTo(1300 / 19.05, 6);
  });
});

test('cherry burns, and so does hard wood high under the blade; soft pine does not', () => {
  expect(rules(cut({ woodIds: ['cherry'] }))).toContain('burns');
  expect(rules(cut())).toContain('burns');
  expect(rules({ ...cut(), ...outlineIn('white-pine', 1 / 2, 1, 0), woodIds: ['white-pine'] })).not.toContain('burns');
});

test('corners by their kind, the wood round them and the tilt', () => {
  const taken = (of: HintedCut, blade = nine) => rules(of, blade).filter((rule) => rule.endsWith('corners'));
  expect(taken(cut())).toEqual(['pivot-corners', 'loop-corners']);
  // A loop of a 9 is twice 1.46 mm and its kerf across: 4.2 mm.
  expect(taken(cut({ wasteMm: 4 }))).toEqual(['pivot-corners', 'run-off-corners']);
  expect(taken(cut({ isTilted: true }))).toEqual(['meet-corners', 'loop-corners']);
  const twelve = TYPICAL_BLADES.find(({ id }) => id === '12-reverse')!;
  expect(taken(cut(), twelve)[0]).toBe('meet-corners');
  expect(taken(cut({ corners: 4 }))).toEqual(['pivot-corners']);
});

test('curves below what is steered say how, and a blade that pulls to a side says which', () => {
  // A 9 turns at 1.05 mm in its slot and is steered by hand from 1.46 mm on.
  expect(rules(cut({ tightestRadius: 1.2 }))).toContain('curve-slowly');
  expect(rules(cut({ tightestRadius: 0.9 }))).toContain('curve-nibbled');
  expect(rules(cut({ tightestRadius: 1.5 })).filter((rule) => rule.startsWith('curve'))).toEqual([]);
  expect(hints(cut(), { ...nine, driftDegrees: -2.5 }).at(-1)).toEqual({ rule: 'drifts', inputs: { degrees: -2.5 } });
});
