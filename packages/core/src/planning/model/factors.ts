import { TYPICAL_ECONOMY, type BladeEconomy, type ReasonSource } from '../../blades';

export type FactorId =
  | 'stickPattern'
  | 'holdLayer'
  | 'splitStack'
  | 'nextOnBlank'
  | 'setUpDrill'
  | 'drillHole'
  | 'threadBlade'
  | 'sawSoft'
  | 'sawMedium'
  | 'sawHard'
  | 'fastestFeed'
  | 'strainedShare'
  | 'turnCorner'
  | 'turnRound'
  | 'changeBlade'
  | 'setTilt'
  | 'glueBlank'
  | 'clampWait'
  | 'lifeSoft'
  | 'lifeMedium'
  | 'lifeHard'
  | 'gluedLife'
  | 'cornerWear'
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

const { faceAMinute, faceOfALife } = TYPICAL_ECONOMY;

/** Every figure the estimate rests on, each with its origin. The maker may replace any of them. */
export const FACTORS: readonly Factor[] = [
  estimate('stickPattern', 'Sticking one pattern on', 'min', 1),
  estimate('holdLayer', 'Holding one more layer to a stack', 'min', 0.5),
  estimate('splitStack', 'Taking a stack apart between cuts', 'min', 0.5),
  estimate('nextOnBlank', 'Going on to the next part on a blank', 'min', 0.4),
  estimate('setUpDrill', 'Setting up to drill a stack', 'min', 0.4),
  estimate('drillHole', 'Drilling one pierce hole', 'min', 0.2),
  estimate('threadBlade', 'Threading the blade once', 'min', 0.5),
  estimate('sawSoft', 'Cut face sawn in soft wood', 'mm²/min', faceAMinute.soft),
  estimate('sawMedium', 'Cut face sawn in medium wood', 'mm²/min', faceAMinute.medium),
  estimate('sawHard', 'Cut face sawn in hard wood', 'mm²/min', faceAMinute.hard),
  estimate('fastestFeed', 'Fastest a line can be followed', 'mm/min', TYPICAL_ECONOMY.fastestFeed),
  estimate(
    'strainedShare',
    'Speed at one and a half times a blade’s comfort',
    'of usual',
    TYPICAL_ECONOMY.strainedShare,
  ),
  estimate('turnCorner', 'Turning one corner', 'min', TYPICAL_ECONOMY.cornerMinutes),
  estimate('turnRound', 'Turning the work once round in curves', 'min', TYPICAL_ECONOMY.roundMinutes),
  estimate('changeBlade', 'Changing a blade', 'min', TYPICAL_ECONOMY.changeMinutes),
  estimate('setTilt', 'Setting the table to another tilt', 'min', 2),
  estimate('glueBlank', 'Gluing one board to another', 'min', 3),
  // Thirty to sixty minutes in clamps for wood glue (common practice).
  { id: 'clampWait', name: 'Waiting in the clamps', unit: 'min', value: 45, source: 'common-practice' },
  estimate('lifeSoft', 'Cut face a blade lasts in soft wood', 'mm²', faceOfALife.soft),
  estimate('lifeMedium', 'Cut face a blade lasts in medium wood', 'mm²', faceOfALife.medium),
  {
    id: 'lifeHard',
    name: 'Cut face a blade lasts in hard wood',
    unit: 'mm²',
    value: faceOfALife.hard,
    source: 'common-practice',
  },
  estimate('gluedLife', 'How long a blade lasts in glued sheets', 'of usual', TYPICAL_ECONOMY.gluedLife),
  estimate('cornerWear', 'Line that a corner wears a blade like', 'mm', TYPICAL_ECONOMY.cornerWearMm),
  estimate('bladePrice', 'Price of one blade', 'smallest coins', TYPICAL_ECONOMY.bladeMinor),
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

const economies = new WeakMap<FactorValues, Omit<BladeEconomy, 'hourMinor'>>();

/** What the factors in force say of blades and of sawing. */
export function economyOf(f: FactorValues): Omit<BladeEconomy, 'hourMinor'> {
  const known = economies.get(f);
  if (known) return known;
  const made = {
    faceAMinute: { soft: f.sawSoft, medium: f.sawMedium, hard: f.sawHard },
    faceOfALife: { soft: f.lifeSoft, medium: f.lifeMedium, hard: f.lifeHard },
    gluedLife: f.gluedLife,
    cornerWearMm: f.cornerWear,
    fastestFeed: f.fastestFeed,
    strainedShare: f.strainedShare,
    cornerMinutes: f.turnCorner,
    roundMinutes: f.turnRound,
    changeMinutes: f.changeBlade,
    bladeMinor: f.bladePrice,
  };
  economies.set(f, made);
  return made;
}
