import { pino } from 'pino';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { addUpWork, planRun, verifyPlan } from '@rapid-jig/core';
import { planTaskOf } from '../plan-of-run';
import { getRun, listEvents, listRuns } from '../store/runs';
import { inputOf, loadSolver, tasks } from '../heavy/tasks';
import { getTemplate, listCards } from '../store/templates';
import { DEMO_DRAWINGS, NOW, openScratch } from '../testing/server.test-support';
import { seedDemo } from './seed';

let scratch: Awaited<ReturnType<typeof openScratch>>;
beforeEach(async () => {
  scratch = await openScratch();
});
afterEach(() => scratch.remove());

test('the demo is a shop in the middle of its work, and making it twice changes nothing', async () => {
  await seedDemo(scratch.db, DEMO_DRAWINGS, NOW, pino({ level: 'silent' }), tasks());
  await seedDemo(scratch.db, DEMO_DRAWINGS, NOW, pino({ level: 'silent' }), tasks());
  const { db } = scratch;
  const templates = await db.write(listCards);
  expect(templates.map(({ card }) => card.name)).toEqual([
    'Honeycomb trivet',
    'Rocking whale',
    'Luggage tags',
    'Harbour tray puzzle',
    'Lantern money box',
    'Hedgehog jigsaw',
  ]);
  // Nineteen cells round one: 1 + 6 + 12.
  const trivet = await db.read((session) => getTemplate(session, templates[0]!.card.id));
  expect(trivet.doc.parts[0]?.insideCuts).toHaveLength(19);
  const [stored] = await db.read(listRuns);
  const { doc: run, startedAt } = await db.read((session) => getRun(session, stored!.doc.id));
  expect([startedAt, run.dueDate]).toEqual([NOW.toISOString(), '2026-12-18']);
  const work = await db.read((session) => listEvents(session, run.id));
  expect(addUpWork(work).passes).toHaveLength(5);
  const input = inputOf(await db.read((session) => planTaskOf(session, run.id)));
  const plan = await planRun(input, { onStage: () => undefined, solver: loadSolver });
  if (!plan.ok) throw new Error(plan.error[0]?.message);
  expect(verifyPlan(plan.value, input)).toEqual([]);
  expect(plan.value.stacks.filter(({ done }) => done.length > 0).length).toBeGreaterThan(0);
  expect(plan.value.stacks.filter(({ passesToCut }) => passesToCut > 0).length).toBeGreaterThan(5);
});
