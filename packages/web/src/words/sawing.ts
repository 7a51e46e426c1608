import type { BrokenRule, CornerWay, SawnCorner } from '@rapid-jig/core';
import { listed } from './counted';

const WAY_WORDS: Readonly<Record<CornerWay, string>> = {
  pivot: 'turn on the spot',
  meet: 'saw in from both sides until the cuts meet',
  loop: 'loop through the waste',
  'run-off': 'run off into the waste and come in anew',
  follow: 'follow round',
};

/** `Corners 1 and 3: loop through the waste. Corner 2: turn on the spot.` */
export function cornerWords(corners: readonly SawnCorner[]): string {
  const [first] = corners;
  if (first && corners.every(({ way }) => way === first.way))
    return `${corners.length === 1 ? 'Its corner' : `Each of its ${String(corners.length)} corners`}: ${WAY_WORDS[first.way]}.`;
  return (Object.keys(WAY_WORDS) as CornerWay[])
    .flatMap((way) => {
      const numbers = corners.flatMap((corner, i) => (corner.way === way ? [String(i + 1)] : []));
      if (numbers.length === 0) return [];
      return [`${numbers.length === 1 ? 'Corner' : 'Corners'} ${listed(numbers)}: ${WAY_WORDS[way]}.`];
    })
    .join(' ');
}

/** A broken rule of an own order, with the number of the cut in it. */
export function brokenWords({ rule }: BrokenRule, number: number): string {
  const cut = `Cut ${String(number)}`;
  if (rule === 'fallen-out')
    return `${cut} lies in a piece that has fallen out by then: saw it before the cut around it.`;
  return rule === 'weak'
    ? `${cut} is held by thinner wood than it need be: sawn earlier, more would stand around it.`
    : `${cut} comes too late: cuts of its kind, blade and tilt have their turn before.`;
}
