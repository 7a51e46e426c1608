import {
  newRun,
  NO_WISHES,
  parseStock,
  planRun,
  planWood,
  seededSearch,
  TYPICAL_BLADES,
  TYPICAL_MACHINES,
  TYPICAL_SHOP,
  type Part,
  type Plan,
  type RackEntry,
  type Template,
  newRunLine,
  emptyTemplate,
} from '@rapid-jig/core';
import { KIT } from './kit';
import { medianMs, printRow } from './measure';
import { plate } from './plate';
import { randomFrom } from './random';

const WOODS = ['cherry', 'walnut', 'red-oak', 'soft-maple'] as const;

/** 40 templates of 15 parts, plates of random sizes in four woods. */
async function largePlan(): Promise<Plan> {
  const random = randomFrom(600);
  const between = (low: number, high: number): number => Math.round(low + (high - low) * random());
  const randomPlate = (id: string): Part =>
    plate({
      id,
      size: [between(30, 160), between(20, 90)],
      perCopy: 1,
      woodId: WOODS[between(0, 3)] ?? 'cherry',
      thickness: { mm: 12.7, typed: '1/2' },
      pinnedLayers: 1,
    });
  const templates = Array.from({ length: 40 }, (_none, t): Template => ({
    ...emptyTemplate(`t${String(t)}`, `Toy ${String(t)}`),
    parts: Array.from({ length: 15 }, (_part, p) => randomPlate(`${String(t)}-${String(p)}`)),
  }));
  const lines = templates.map(({ id }) => newRunLine(id, 1, 1));
  const planned = await planRun(
    {
      run: newRun('run', 'large', lines),
      revisions: templates.map((template) => ({ revision: 1, template })),
      shop: TYPICAL_SHOP,
      drawer: TYPICAL_BLADES,
      work: [],
    },
    KIT,
  );
  if (!planned.ok) throw new Error(planned.error.map(({ message }) => message).join('; '));
  return planned.value;
}

function sixtyBoards(): RackEntry[] {
  const random = randomFrom(60);
  return Array.from({ length: 60 }, (_none, i) => {
    const [width, length] = [4 + Math.round(random() * 10) / 2, 36 + Math.round(random() * 60)];
    const wood = WOODS[i % 4]?.replace('-', ' ') ?? 'cherry';
    const read = parseStock(`${wood} 1/2 x ${String(width)} x ${String(length)}`, 'in');
    if (!read.ok) throw new Error(read.error.message);
    return { item: { ...read.value.item, id: `board ${String(i)}` }, free: 1 };
  });
}

/** A run of 40 templates and 600 parts laid on 60 boards. */
export async function benchWood(): Promise<void> {
  const input = {
    plan: await largePlan(),
    rack: sixtyBoards(),
    machines: TYPICAL_MACHINES,
    objective: 'wood' as const,
    wishes: NO_WISHES,
    bodies: [],
    rods: [],
  };
  const ms = await medianMs(() => planWood(input, seededSearch), 1);
  const groups = planWood(input, seededSearch);
  const laid = groups.reduce((sum, { blanks, missing }) => sum + blanks.length - missing.length, 0);
  printRow(`a run of 600 parts on 60 boards, laid and checked (${String(laid)} blanks laid)`, `${ms.toFixed(0)} ms`);
  printRow('peak memory of the process so far', `${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`);
}
