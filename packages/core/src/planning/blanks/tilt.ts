import type { CutRule } from '../../products';

/** True of a cut for which the table is tilted: through a stack each layer would come out another size. */
export const isTilted = ({ tiltDegrees }: CutRule): boolean => tiltDegrees !== 0;

/** Wood under the blade at a tilt, for each mm of thickness: 1 where the table is level, 1 / cos of the tilt elsewhere. */
export const slantOf = ({ tiltDegrees }: CutRule): number =>
  tiltDegrees === 0 ? 1 : 1 / Math.cos((tiltDegrees * Math.PI) / 180);

/** How often the table is set over cuts in the order of sawing; it is level at first. */
export const settingsOf = (tiltsDegrees: readonly number[]): number =>
  tiltsDegrees.filter((tilt, i) => tilt !== (i === 0 ? 0 : tiltsDegrees[i - 1])).length;
