import { benchBatches } from './batches';
import { benchBlades } from './blades';
import { benchBoards } from './boards';
import { benchClose } from './close';
import { benchDrawings } from './drawings';
import { benchLayers } from './layers';
import { benchLarge } from './large';
import { benchLengths } from './lengths';
import { benchManyParts } from './many-parts';
import { benchPlanning } from './planning';
import { benchReading } from './reading';
import { benchSawing } from './sawing';
import { benchStacks } from './stacks';
import { benchWood } from './wood';

/** What can be measured by its name. */
const benches: Readonly<Record<string, () => void | Promise<void>>> = {
  planning: benchPlanning,
  parts: benchManyParts,
  stacks: benchStacks,
  sawing: benchSawing,
  layers: benchLayers,
  close: benchClose,
  reading: benchReading,
  drawings: benchDrawings,
  large: benchLarge,
  blades: benchBlades,
  boards: benchBoards,
  batches: benchBatches,
  lengths: benchLengths,
  wood: benchWood,
};

/** Prints medians of what the computation costs in Node, of all of it or of what is named. */
const named = process.argv.slice(2);
const unknown = named.filter((name) => !(name in benches));
if (unknown.length > 0)
  throw new RangeError(`no bench is named ${unknown.join(', ')}; there are ${Object.keys(benches).join(', ')}`);
for (const [name, bench] of Object.entries(benches)) if (named.length === 0 || named.includes(name)) await bench();
