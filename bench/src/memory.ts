import {
  bitForLayer,
  bladePreferences,
  followSteps,
  noSteps,
  readDrawing,
  shapesOf,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  understandPart,
} from '@rapid-jig/core';
import { printRow } from './measure';
import { fretwork } from './reading';

/** Reads and measures the largest drawing once, in a process that does nothing else, and prints its peak memory. */
const raw = readDrawing(fretwork(500, 200));
if (!raw.ok) throw new Error(raw.error.message);
const drawing = followSteps(raw.value, noSteps(1));
if (!drawing.ok) throw new Error(drawing.error.message);
for (const shape of shapesOf(drawing.value))
  understandPart(shape, {
    thicknessMm: 6.35,
    hardnessN: 5600,
    secondFor: () => false,
    bitFor: (_cut, measure, openingMm) =>
      bitForLayer(
        { measure, openingMm, hardnessN: 5600, heightMm: 6.35, wants: [] },
        bladePreferences(TYPICAL_SHOP),
        TYPICAL_BLADES,
      ),
    fitTolerance: 0.25,
  });
printRow(
  'peak memory of reading and measuring 100000 points, in Node',
  `${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`,
);
