import Papa from 'papaparse';
import type { DrillCard } from '../bench';
import { stackName, type PlannedStack } from '../planning';
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
] as const;

const toHundredth = (mm: number): number => Math.round(mm * 100) / 100;

/** Drill points as CSV (RFC 4180, CRLF, one header line): a line for each hole of a pass, bit by bit. Empty depth: right through. */
export function drillListCsv(stacks: readonly PlannedStack[], cards: readonly DrillCard[]): string {
  const rows = cards.flatMap(({ stackKey, phaseKey, bits }) => {
    const stack = stacks.find(({ key }) => key === stackKey);
    const [top] = stack?.gangs ?? [];
    if (!stack || !top) return [];
    const names = new Map(stack.gangs.flatMap(({ parts }) => parts.map(({ partId, partName }) => [partId, partName])));
    const { box, blank } = top;
    return bits.flatMap(({ places }) =>
      places.map((place) => [
        harmless(stackName(stack)),
        stack.phases.findIndex(({ key }) => key === phaseKey) + 1,
        harmless(names.get(place.partId) ?? ''),
        place.kind === 'entry' ? 'blade' : 'stays',
        toHundredth(place.diameterMm),
        toHundredth(place.at.x - box.minX + blank.margin),
        toHundredth(place.at.y - box.minY + blank.margin),
        place.fit,
        place.depthMm === null ? '' : toHundredth(place.depthMm),
        place.tiltDegrees,
        place.pilotMm ?? '',
      ]),
    );
  });
  return Papa.unparse([[...COLUMNS], ...rows], { newline: '\r\n' });
}
