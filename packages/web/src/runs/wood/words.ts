import { formatLength, type LengthUnit, type MilledStock } from '@rapid-jig/core';

/** What is done to a board before blanks are cut from it. */
export function wayWords({ way, lacking }: MilledStock, unit: LengthUnit): string {
  const byHand = lacking.length > 0 ? `, ${lacking.map((one) => HAND[one]).join(' and ')}` : '';
  switch (way.kind) {
    case 'ready':
      return '';
    case 'plane':
      return `: flatten and plane off ${formatLength(way.takenMm, unit)}${byHand}`;
    case 'resaw':
      return `: resaw into ${String(way.slices)} slices, plane both faces of each${byHand}`;
    case 'laminate':
      return `: glue up two layers${byHand}`;
  }
}

const HAND = { resaw: 'resawn by hand', planer: 'planed by hand' } as const;
