import type { ReasonSource } from '../../blades';

export type FactorId =
  | 'stickPattern'
  | 'holdLayer'
  | 'splitStack'
  | 'setUpDrill'
  | 'drillHole'
  | 'threadBlade'
  | 'sawSoft'
  | 'sawMedium'
  | 'sawHard'
  | 'fastestFeed'
  | 'strainedShare'
  | 'turnCorner'
  | 'changeBlade'
  | 'setTilt'
  | 'glueBlank'
  | 'clampWait'
  | 'lifeSoft'
  | 'lifeMedium'
  | 'lifeHard'
  | 'bladePrice'
  | 'spoilShare'
  | 'layerLoss'
  | 'tipLoss'
  | 'hardLoss';

export interface Factor {
  readonly id: FactorId;
  readonly name: string;
  readonly unit: string;
  readonly value: number;
  readonly source: ReasonSource;
}

const estimate = (id: FactorId, name: string, unit: string, value: number): Factor => ({
  id,
  name,
  unit,
  value,
  source: 'our-estimate',
});

/** Every figure the estimate rests on, each with its origin. The maker may replace any of them. */
export const FACTORS: readonly Factor[] = [
  estimate('stickPattern', 'Sticking one pattern on', 'min', 1),
  estimate('holdLayer', 'Holding one more layer to a stack', 'min', 0.5),
  estimate('splitStack', 'Taking a stack apart between cuts', 'min', 0.5),
  estimate('setUpDrill', 'Setting up to drill a stack', 'min', 0.4),
  estimate('drillHole', 'Drilling one pierce hole', 'min', 0.2),
  estimate('threadBlade', 'Threading the blade once', 'min', 0.5),
  estimate('sawSoft', 'Cut face sawn in soft wood', 'mm²/min', 2600),
  estimate('sawMedium', 'Cut face sawn in medium wood', 'mm²/min', 1900),
  estimate('sawHard', 'Cut face sawn in hard wood', 'mm²/min', 1300),
  estimate('fastestFeed', 'Fastest a line can be followed', 'mm/min', 200),
  estimate('strainedShare', 'Speed above a blade’s comfort', 'of usual', 0.6),
  estimate('turnCorner', 'Turning one corner', 'min', 0.04),
  estimate('changeBlade', 'Changing a blade', 'min', 1),
  estimate('setTilt', 'Setting the table to another tilt', 'min', 2),
  estimate('glueBlank', 'Gluing one board to another', 'min', 3),
  // Thirty to sixty minutes in clamps for wood glue (common practice).
  { id: 'clampWait', name: 'Waiting in the clamps', unit: 'min', value: 45, source: 'common-practice' },
  estimate('lifeSoft', 'Cut face a blade lasts in soft wood', 'mm²', 40_000),
  estimate('lifeMedium', 'Cut face a blade lasts in medium wood', 'mm²', 25_000),
  // 1-1/4 in hard maple uses up a mid-size blade in about one and a half feet (common practice): 31.75 mm x 457 mm.
  {
    id: 'lifeHard',
    name: 'Cut face a blade lasts in hard wood',
    unit: 'mm²',
    value: 14_500,
    source: 'common-practice',
  },
  estimate('bladePrice', 'Price of one blade', 'smallest coins', 60),
  estimate('spoilShare', 'Passes spoiled, for each layer', 'of all', 0.005),
  estimate('layerLoss', 'Layers spoiled one by one', 'of all', 0.01),
  estimate('tipLoss', 'More for each fragile tip', 'of all', 0.01),
  estimate('hardLoss', 'More in hard wood', 'of all', 0.005),
];

export type FactorValues = Readonly<Record<FactorId, number>>;

const inForce = new WeakMap<object, FactorValues>();

/** The factors in force: the maker's own where given, else ours. */
export function factorsInForce(own: Readonly<Partial<Record<FactorId, number>>>): FactorValues {
  // Asked for with every stack at every height: put together anew each time it was a seventh of a large plan.
  const known = inForce.get(own);
  if (known) return known;
  const made = Object.fromEntries(FACTORS.map(({ id, value }) => [id, own[id] ?? value])) as FactorValues;
  inForce.set(own, made);
  return made;
}
