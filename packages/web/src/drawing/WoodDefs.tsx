import { woodById, WOODS, type WoodGrain } from '@rapid-jig/core';

/** Fill for drawn wood: `url(#wood-cherry)`. */
export const woodFill = (woodId: string): string => `url(#wood-${woodId})`;

/** The same from the side: plywood shows its plies there. */
export const woodEdge = (woodId: string): string =>
  woodById(woodId)?.swatch.grain === 'plies' ? `url(#edge-${woodId})` : woodFill(woodId);

/** Grain of each kind as lines in an 24 by 12 tile, so that woods can be told apart without colour. */
const GRAIN: Readonly<Record<WoodGrain, string>> = {
  straight: 'M0 2.5H24M0 6.5H24M0 10.5H24',
  wavy: 'M0 3C6 0 8 6 14 3S20 1 24 3M0 9C5 6 9 12 15 9S21 7 24 9',
  flecked: 'M2 3H7M13 3H17M7 7H12M19 7H23M1 10.5H5M14 10.5H19',
  ringed: 'M0 2H24M0 3.6H24M0 8H24M0 9.6H24',
  // Peeled from the log: broad, soft flames.
  plies: 'M0 2.5C7 0.5 17 4.5 24 2.5M3 7.5C9 4.5 15 4.5 21 7.5M7 10.8C10 9.2 14 9.2 17 10.8',
  speckled: 'M3 2h.8M11 4h.8M19 2.5h.8M7 7h.8M15 8h.8M22 9.5h.8M2 10.5h.8',
  plain: 'M0 6H10',
};

/** Patterns of every wood, put into the page once. Drawn in tiles of the unit of the picture that uses them. */
export function WoodDefs() {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden focusable="false">
      <defs>
        {WOODS.map(({ id, swatch }) => (
          <pattern key={id} id={`wood-${id}`} width="24" height="12" patternUnits="userSpaceOnUse">
            <rect width="24" height="12" fill={swatch.ground} />
            <path d={GRAIN[swatch.grain]} stroke={swatch.line} strokeWidth="0.9" fill="none" strokeLinecap="round" />
          </pattern>
        ))}
        {WOODS.filter(({ swatch }) => swatch.grain === 'plies').map(({ id, swatch }) => (
          <pattern key={id} id={`edge-${id}`} width="24" height="4" patternUnits="userSpaceOnUse">
            <rect width="24" height="4" fill={swatch.ground} />
            <rect y="2.2" width="24" height="1.8" fill={swatch.line} fillOpacity={0.75} />
          </pattern>
        ))}
      </defs>
    </svg>
  );
}
