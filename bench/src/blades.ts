import {
  bladeChart,
  bladePreferences,
  chooseBlades,
  inches,
  TYPICAL_BLADES,
  TYPICAL_SHOP,
  woodPace,
} from '@rapid-jig/core';
import { medianMs, printRow } from './measure';
import { randomFrom } from './random';

const WOODS = 60;
const HEIGHTS = 40;
const BLADES = 40;
const CUTS = 500;

/** The chart of many woods, made-up ones among them, from a full drawer; and the choice for the cuts of a large part. */
export async function benchBlades(): Promise<void> {
  const random = randomFrom(60);
  const woods = Array.from({ length: WOODS }, (_, i) => ({
    id: `wood ${String(i)}`,
    hardnessN: 1500 + 9000 * random(),
    kind: i % 3 === 0 ? ('sheet' as const) : ('solid' as const),
  }));
  const heights = Array.from({ length: HEIGHTS }, (_, i) => inches((i + 1) / 16));
  const drawer = TYPICAL_BLADES.slice(0, BLADES).map((blade) => ({ ...blade, inDrawer: true }));
  const preferences = bladePreferences(TYPICAL_SHOP);
  const chart = await medianMs(() => bladeChart(woods, heights, drawer, preferences));
  printRow(
    `chart of ${String(WOODS)} woods, ${String(HEIGHTS)} heights, 3 works, ${String(drawer.length)} blades`,
    `${chart.toFixed(0)} ms`,
  );
  const cuts = Array.from({ length: CUTS }, () => {
    const [hardnessN, heightMm] = [1500 + 9000 * random(), 1 + 30 * random()];
    return {
      hardnessN,
      heightMm,
      pace: woodPace([{ hardnessN, thicknessMm: heightMm, glued: false }], preferences.economy),
      lengthMm: 50 + 1000 * random(),
      tightestRadius: 0.5 + 20 * random(),
      turning: 20 * random(),
      corners: 30,
      sharpInsideCorners: Math.floor(20 * random()),
      turnable: true,
      openingMm: null,
      wants: [],
    };
  });
  const choice = await medianMs(() => cuts.map((cut) => chooseBlades(cut, drawer, preferences)));
  printRow(`the choice for ${String(CUTS)} cuts`, `${choice.toFixed(0)} ms`);
}
