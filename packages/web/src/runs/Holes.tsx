import { Fragment } from 'react';
import { bitsOf, type Phase } from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';

/** Holes of one pass by bit: those the blade is threaded through, and those that stay; null where there are none. */
export function holesOf(phases: readonly Phase[]): React.ReactNode {
  const bits = bitsOf(phases);
  if (bits.length === 0) return null;
  return bits.map(({ count, diameterMm }, i) => (
    <Fragment key={i}>
      {i > 0 && ', '}
      {count} of <Measure mm={diameterMm} />
    </Fragment>
  ));
}
