import { benchBatches } from './batches';
import { benchBoards } from './boards';
import { benchClose } from './close';
import { benchLengths } from './lengths';
import { benchPlanning } from './planning';
import { benchReading } from './reading';
import { benchLayers } from './layers';
import { benchStacks } from './stacks';
import { benchWood } from './wood';

/** Prints medians of what the computation costs in Node; scripts/bench.mjs measures the same in the browser. */
await benchPlanning();
await benchStacks();
await benchLayers();
benchClose();
await benchReading();
benchBoards();
await benchBatches();
await benchLengths();
await benchWood();
