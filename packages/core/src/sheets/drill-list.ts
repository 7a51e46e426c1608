import Papa from 'papaparse';
import type { DrillCard } from '../bench';
import { abreastOf, placesOn, sharedOut, stackName, type PlannedStack } from '../planning';
import { harmless } from './part-list';

const COLUMNS = [
  'stack',
  'phase',
  'part',
  'for',
  'bit (mm)',
  'x from left of blank (mm)',
  'y from bottom of blank (mm)',
  'fit',
  'depth (mm)',
  'tilt (degrees)',
  'pilot (mm)',
  'pass on the blank',
  'passes on the blank',
  'blanks',
] as const;

const toHundredth = (mm: number): number => Math.round(mm * 100) / 100;

/**
 * Drill points as CSV (RFC 4180, CRLF, one header line): a line for each hole of a blank, bit by bit, and of how many blanks it is true.
 * Where passes lie side by side a blank has the holes of each of them, and the last may hold fewer. Empty depth: right through.
 */
export function drillListCsv(stacks: readonly PlannedStack[], cards: readonly DrillCard[]): string {
  const rows = cards.flatMap(({ stackKey, phaseKey, bits }) => {
    const stack = stacks.find(({ key }) => key === stackKey);
    const [top] = stack?.gangs ?? [];
    if (!stack || !top) return [];
    const names = new Map(stack.gangs.flatMap(({ parts }) => parts.map(({ partId, partName }) => [partId, partName])));
    const { box, blank } = top;
    const lying = passesLying(stack);
    return bits.flatMap(({ places }) =>
      lying.flatMap(({ pass, passes, blanks, x, y }) =>
        places.map((place) => [
          harmless(stackName(stack)),
          stack.phases.findIndex(({ key }) => key === phaseKey) + 1,
          harmless(names.get(place.partId) ?? ''),
          place.kind === 'entry' ? 'blade' : 'stays',
          toHundredth(place.diameterMm),
          toHundredth(place.at.x - box.minX + blank.margin + x),
          toHundredth(place.at.y - box.minY + blank.margin + y),
          place.fit,
          place.depthMm === null ? '' : toHundredth(place.depthMm),
          place.tiltDegrees,
          place.pilotMm ?? '',
          pass,
          passes,
          blanks,
        ]),
      ),
    );
  });
  return Papa.unparse([[...COLUMNS], ...rows], { newline: '\r\n' });
}

/** A pass on a blank: which of how many, on so many blanks that hold as many, and how far from the first, mm. */
interface PassLying {
  readonly pass: number;
  readonly passes: number;
  readonly blanks: number;
  readonly x: number;
  readonly y: number;
}

/** The passes of a stack that are still to be sawn, as they lie on their blanks: each alone, or side by side. */
function passesLying({ strip, passesToCut }: PlannedStack): PassLying[] {
  if (!strip) return [{ pass: 1, passes: 1, blanks: passesToCut, x: 0, y: 0 }];
  return sharedOut(passesToCut, abreastOf(strip, passesToCut)).flatMap(({ passes, count }) =>
    placesOn(strip, passes).map((place, i) => ({ pass: i + 1, passes, blanks: count, ...place })),
  );
}
