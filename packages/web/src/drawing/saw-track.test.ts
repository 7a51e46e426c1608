import { expect, test } from '@jest/globals';
import type { OrderedCut } from '@rapid-jig/core';
import { SawTrack } from './saw-track';

const square = (id: string, x: number): OrderedCut => ({
  cutId: id,
  kind: 'inside',
  entry: { x, y: 0 },
  points: [
    { x, y: 0 },
    { x: x + 10, y: 0 },
    { x: x + 10, y: 10 },
    { x, y: 10 },
  ],
  kerfMm: 1,
  corners: [],
  round: null,
  thinMm: null,
});

test('goes round each cut in its order, and says where the blade is and which way it goes', () => {
  const track = new SawTrack([square('a', 0), square('b', 100)]);
  // Two squares of 10: four sides each.
  expect(track.lengthMm).toBe(80);
  expect(track.at(0)).toMatchObject({ cut: 0, at: { x: 0, y: 0 } });
  expect(track.at(15)).toMatchObject({ cut: 0, at: { x: 10, y: 5 }, heading: Math.PI / 2 });
  expect(track.at(15)!.sawn).toEqual([
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 5 },
  ]);
  // At its start again the next one begins.
  expect(track.at(40)).toMatchObject({ cut: 1, at: { x: 100, y: 0 } });
  expect(track.at(45)).toMatchObject({ cut: 1, at: { x: 105, y: 0 }, heading: 0 });
  expect(track.at(80)).toMatchObject({ cut: 1, at: { x: 100, y: 0 } });
  expect(new SawTrack([]).at(0)).toBeNull();
});
