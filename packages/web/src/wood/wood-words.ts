import { formatLength, type CutCaution, type LengthUnit, type MilledStock, type MillingCaution } from '@rapid-jig/core';

/** What is done to a board before blanks are cut from it. */
export function wayWords({ way, rippedInto, widthMm, lacking }: MilledStock, unit: LengthUnit): string {
  const byHand = lacking.length > 0 ? `, ${lacking.map((one) => HAND[one]).join(' and ')}` : '';
  const ripped =
    rippedInto > 1 ? `rip into ${String(rippedInto)} strips ${formatLength(widthMm, unit)} wide, then ` : '';
  switch (way.kind) {
    case 'ready':
      return '';
    case 'plane':
      return `: ${ripped}flatten and plane off ${formatLength(way.takenMm, unit)}${byHand}`;
    case 'resaw':
      return `: ${ripped}resaw into ${String(way.slices)} slices, and plane both faces of each${byHand}`;
    case 'laminate':
      return `: glue up two layers${byHand}`;
  }
}

const HAND = { resaw: 'resawn by hand', planer: 'planed by hand' } as const;

/** Said at the step, and what it means. */
export const CUT_CAUTIONS: Readonly<Record<CutCaution, readonly [string, string]>> = {
  'thin-rip': ['narrow rip', 'Push stick; the guard down.'],
  'short-rip': ['short to rip', 'Not along a fence: by hand, or held on a sled.'],
  'short-crosscut': ['short piece', 'Clamp it or hold it down, hands well away from the blade.'],
  'hold-for-jigsaw': ['jigsaw', 'The board clamped, the blade clear of what is below it.'],
};

export const MILLING_CAUTIONS: Readonly<Record<MillingCaution, string>> = {
  'tall-resaw': 'Resawing tall: high fence, guard down to the wood, push block, slow feed.',
  'thin-or-short-to-plane':
    'Thin or short wood can break up in a planer: on a carrier board, or by hand. The planer’s manual says its least.',
};
