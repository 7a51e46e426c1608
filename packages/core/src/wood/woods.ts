/** 1 lbf in newtons, by definition of the pound and standard gravity, to six figures. */
export const NEWTONS_PER_POUND_FORCE = 4.44822;

/** Which way the grain runs on a part as drawn; `any` for sheet goods and where it does not matter. */
export type Grain = 'along-x' | 'along-y' | 'any';

/** Where a figure of a wood comes from. */
export type WoodSource = 'wood-handbook' | 'other-tables' | 'saws-like';

/** How a swatch is drawn so that woods can be told apart without colour. */
export type WoodGrain = 'straight' | 'wavy' | 'flecked' | 'ringed' | 'plies' | 'speckled' | 'plain';

export interface Wood {
  readonly id: string;
  readonly name: string;
  readonly kind: 'solid' | 'sheet';
  /** Side hardness (Janka) at 12 % moisture, newtons. For a sheet: of the wood it saws like. */
  readonly hardnessN: number;
  /** At 12 % moisture, kg/m3. */
  readonly densityKgM3: number;
  readonly source: WoodSource;
  /** For a sheet, the solid wood it saws like (common practice); else null. */
  readonly sawsLike: string | null;
  /** Swatch: ground colour of the wood as planed, and how its grain is drawn. */
  readonly swatch: { readonly ground: string; readonly line: string; readonly grain: WoodGrain };
}

type SolidRow = [
  id: string,
  name: string,
  lbf: number,
  density: number,
  ground: string,
  line: string,
  grain: WoodGrain,
  source?: WoodSource,
];

/**
 * Solid woods. Hardness: USDA Forest Products Laboratory, Wood Handbook, FPL-GTR-282, chapter 5, from memory, lbf;
 * `other-tables` where that book has no figure. Densities: rounded, from memory of the same tables.
 */
const SOLID: readonly SolidRow[] = [
  ['basswood', 'Basswood', 410, 410, '#efe0c0', '#d9c59c', 'plain'],
  ['white-pine', 'Eastern white pine', 380, 390, '#f0d9a8', '#cfa566', 'straight'],
  ['ponderosa-pine', 'Ponderosa pine', 460, 450, '#efd094', '#c68f4c', 'wavy'],
  ['sitka-spruce', 'Sitka spruce', 510, 450, '#f1dfba', '#c9a878', 'straight'],
  ['western-redcedar', 'Western redcedar', 350, 370, '#c98f63', '#97603a', 'straight'],
  ['aspen', 'Quaking aspen', 350, 420, '#f2e8d2', '#d8c8a6', 'plain'],
  ['yellow-poplar', 'Yellow-poplar', 540, 470, '#dcd6a4', '#a9a56c', 'straight'],
  ['butternut', 'Butternut', 490, 430, '#cfa878', '#9a744a', 'wavy'],
  ['red-alder', 'Red alder', 590, 450, '#dcae82', '#b98557', 'plain'],
  ['sycamore', 'American sycamore', 770, 550, '#e3c3a0', '#b98a62', 'flecked'],
  ['mahogany', 'True mahogany', 800, 590, '#a8623c', '#7a4024', 'wavy'],
  ['soft-maple', 'Soft (red) maple', 950, 610, '#ead3ae', '#c6a578', 'wavy'],
  ['cherry', 'Black cherry', 950, 560, '#c3815a', '#95563a', 'wavy'],
  ['walnut', 'Black walnut', 1010, 610, '#6f4d38', '#452c1f', 'wavy'],
  ['yellow-birch', 'Yellow birch', 1260, 700, '#e6c894', '#bd9455', 'straight'],
  ['red-oak', 'Northern red oak', 1290, 700, '#cf9f74', '#94643d', 'ringed'],
  ['beech', 'American beech', 1300, 720, '#dcb58c', '#a97d55', 'flecked'],
  ['white-ash', 'White ash', 1320, 670, '#e8d6b2', '#a98d62', 'ringed'],
  ['white-oak', 'White oak', 1360, 760, '#c8ab7c', '#8c6f45', 'ringed'],
  ['sugar-maple', 'Sugar (hard) maple', 1450, 710, '#f1dfbf', '#d2b78a', 'plain'],
  ['sapele', 'Sapele', 1510, 670, '#96502f', '#6a321c', 'straight'],
  ['black-locust', 'Black locust', 1700, 770, '#b79a4f', '#806728', 'ringed'],
  ['padauk', 'Padauk', 1725, 745, '#a83f22', '#742512', 'straight', 'other-tables'],
  ['purpleheart', 'Purpleheart', 1860, 860, '#74405f', '#4e2440', 'straight'],
  ['hickory', 'Shagbark hickory', 1880, 800, '#d6ab7b', '#9e7145', 'ringed'],
];

type SheetRow = [
  id: string,
  name: string,
  sawsLike: string,
  density: number,
  ground: string,
  line: string,
  grain: WoodGrain,
];

/** Sheet goods have no side hardness in the handbook: each saws like a solid wood (common practice). */
const SHEETS: readonly SheetRow[] = [
  ['birch-plywood', 'Birch plywood', 'yellow-birch', 680, '#ecd3a1', '#a67c45', 'plies'],
  ['poplar-plywood', 'Poplar plywood', 'yellow-poplar', 450, '#ece0bd', '#b7a677', 'plies'],
  ['okoume-plywood', 'Okoume plywood', 'red-alder', 500, '#d8a283', '#a06a4b', 'plies'],
  ['bamboo-plywood', 'Bamboo plywood', 'sugar-maple', 700, '#e0c375', '#a5883f', 'plies'],
  ['mdf', 'Medium-density fibreboard', 'soft-maple', 750, '#c4a27a', '#a7845c', 'speckled'],
  ['hardboard', 'Hardboard', 'red-oak', 950, '#84603f', '#664629', 'speckled'],
];

const newtons = (lbf: number): number => Math.round(lbf * NEWTONS_PER_POUND_FORCE);

const solidWoods = SOLID.map(([id, name, lbf, densityKgM3, ground, line, grain, source = 'wood-handbook']): Wood => ({
  id,
  name,
  kind: 'solid',
  hardnessN: newtons(lbf),
  densityKgM3,
  source,
  sawsLike: null,
  swatch: { ground, line, grain },
}));

const hardnessOfSolid = (id: string): number => {
  const wood = solidWoods.find((solid) => solid.id === id);
  if (!wood) throw new Error(`no solid wood called ${id} for a sheet to saw like`);
  return wood.hardnessN;
};

const sheetGoods = SHEETS.map(([id, name, sawsLike, densityKgM3, ground, line, grain]): Wood => ({
  id,
  name,
  kind: 'sheet',
  hardnessN: hardnessOfSolid(sawsLike),
  densityKgM3,
  source: 'saws-like',
  sawsLike,
  swatch: { ground, line, grain },
}));

/** Every wood and sheet the program knows, solid woods first. */
export const WOODS: readonly Wood[] = [...solidWoods, ...sheetGoods];

const byId = new Map(WOODS.map((wood) => [wood.id, wood]));

/** The wood with this id, or undefined. */
export const woodById = (id: string): Wood | undefined => byId.get(id);

/** Common practice, no published source: under 700 lbf a wood saws soft, to 1200 medium, above that hard. */
export const SOFT_BELOW_N = 700 * NEWTONS_PER_POUND_FORCE;
export const HARD_ABOVE_N = 1200 * NEWTONS_PER_POUND_FORCE;

export type HardnessClass = 'soft' | 'medium' | 'hard';

/** How hard a wood of this side hardness, newtons, saws. */
export function hardnessClass(hardnessN: number): HardnessClass {
  if (hardnessN < SOFT_BELOW_N) return 'soft';
  return hardnessN <= HARD_ABOVE_N ? 'medium' : 'hard';
}
