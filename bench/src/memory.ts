import { shapesOf, understandPart } from '@rapid-jig/core';
import { printRow } from './measure';
import { CONTEXT, drawn, fretwork } from './reading';

/** Reads and measures the largest drawing once, in a process that does nothing else, and prints its peak memory. */
for (const shape of shapesOf(drawn(fretwork(500, 200)))) understandPart(shape, CONTEXT);
printRow(
  'peak memory of reading and measuring 100000 points, in Node',
  `${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`,
);
