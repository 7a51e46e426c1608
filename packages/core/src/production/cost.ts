import { worthOf } from '../planning';

/** What hands-on minutes are worth, in whole minor units of the shop's currency. */
export const labourCost = (minutes: number, hourValueMinor: number): number =>
  Math.round(worthOf(minutes, { hourValueMinor }));
