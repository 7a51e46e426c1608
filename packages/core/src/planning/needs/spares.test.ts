import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inputFor, part, planned, template } from '../fixtures.test-support';
import { likelihood, sparesByRisk, type PartAtRisk } from './spares';
import { verifyPlan } from '../verify';
import { tried } from '../../cases.test-support';

const of = (needed: number, layers: number, layerRisk: number, passRisk: number): PartAtRisk => ({
  needed,
  layers,
  layerRisk,
  passRisk,
});

/** By going through every way in which passes and layers may turn out. */
function byHand({ needed, layers, layerRisk, passRisk }: PartAtRisk, spares: number): number {
  const ways = (left: number, lost: number): number => {
    if (lost > spares) return 0;
    if (left === 0) return 1;
    const own = Math.min(left, layers);
    let whole = 0;
    for (let bits = 0; bits < 2 ** own; bits++) {
      const bad = [...Array(own).keys()].filter((i) => bits & (1 << i)).length;
      whole += layerRisk ** bad * (1 - layerRisk) ** (own - bad) * ways(left - own, lost + bad);
    }
    return (1 - passRisk) * whole + passRisk * ways(left - own, lost + own);
  };
  return ways(needed + spares, 0);
}

describe('spares by risk', () => {
  test('likelihoods by hand: one piece at a chance of one in ten, alone, with one spare, and two in one pass', () => {
    expect(likelihood(of(1, 1, 0.1, 0), 0)).toBeCloseTo(0.9, 12);
    expect(likelihood(of(1, 1, 0.1, 0), 1)).toBeCloseTo(0.99, 12);
    // Two layers in one pass that is lost one time in five: a spare in the same pass does not help against that.
    expect(likelihood(of(1, 2, 0, 0.2), 1)).toBeCloseTo(0.8, 12);
    expect(likelihood(of(0, 4, 0.5, 0.5), 0)).toBe(1);
  });

  test('are those that going through every way gives', () => {
    const risk = fc.double({ min: 0, max: 0.5, noNaN: true });
    const count = (max: number) => fc.integer({ min: 1, max });
    fc.assert(
      fc.property(count(5), count(3), risk, risk, fc.nat(3), (needed, layers, layerRisk, passRisk, spares) => {
        const one = of(needed, layers, layerRisk, passRisk);
        expect(likelihood(one, spares)).toBeCloseTo(byHand(one, spares), 9);
      }),
      tried(60),
    );
  });

  test('reach the confidence, and no part has one too many', () => {
    const risk = fc.double({ min: 0, max: 0.1, noNaN: true });
    const any = fc.record({
      needed: fc.integer({ min: 1, max: 40 }),
      layers: fc.integer({ min: 1, max: 6 }),
      layerRisk: risk,
      passRisk: risk,
    });
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(0.5, 0.9, 0.99),
        (parts, confidence) => {
          const spares = sparesByRisk(parts, confidence);
          const whole = (counts: readonly number[]) =>
            parts.reduce((all, one, i) => all * likelihood(one, counts[i]!), 1);
          expect(whole(spares)).toBeGreaterThanOrEqual(confidence - 1e-9);
          const sum = spares.reduce((all, count) => all + count, 0);
          // The last one put in was needed: without it the confidence was not reached.
          if (sum > 0)
            expect(
              Math.min(
                ...spares.flatMap((count, i) =>
                  count > 0 ? [whole(spares.map((own, k) => (k === i ? own - 1 : own)))] : [],
                ),
              ),
            ).toBeLessThan(confidence);
        },
      ),
      tried(80),
    );
  });

  test('against a whole pass that is lost only a spare in another pass helps', () => {
    // One piece, three to a pass, one pass in a hundred lost: its spares lie beside it until a second pass is begun.
    const one = of(1, 3, 0, 0.01 + 1e-9);
    expect([0, 1, 2].map((spares) => likelihood(one, spares) > 0.99)).toEqual([false, false, false]);
    expect(sparesByRisk([one, of(1, 1, 0, 0)], 0.99)).toEqual([3, 0]);
  });

  test('a run that asks for a confidence has its spares by risk; a part with a number of its own keeps it', async () => {
    const parts = [part('a'), part('b', { woodId: 'white-pine' })];
    const run = { spares: { kind: 'risk' as const, confidencePercent: 95 } };
    const input = inputFor([template('t', parts)], 20, { run, line: { spares: { b: { kind: 'count', count: 0 } } } });
    const plan = await planned(input);
    expect(verifyPlan(plan, input)).toEqual([]);
    const [a, b] = plan.parts;
    expect(b!.spares).toBe(0);
    // By hand, red oak in stacks of three: each layer 1 % and 0.5 % for hard wood, each pass 0.5 % for each of its layers.
    const oak = of(20, 3, 0.015, 0.015);
    expect(likelihood(oak, a!.spares)).toBeGreaterThanOrEqual(0.95);
    expect(likelihood(oak, a!.spares - 1)).toBeLessThan(0.95);
  });
});
