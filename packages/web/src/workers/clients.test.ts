import { expect, test } from '@jest/globals';
import { TYPICAL_BLADES, TYPICAL_SHOP, type PlanError, type PlanInput, type Result, NO_WISHES } from '@rapid-jig/core';
import { newestOnly } from './clients';
import type { PlannedRun } from './planner.worker';

const input = (name: string): PlanInput => ({
  run: {
    id: name,
    name,
    dueDate: null,
    lines: [],
    spares: { kind: 'count', count: 0 },
    refillSpares: false,
    maxLayers: null,
    measured: [],
    wood: NO_WISHES,
    archived: false,
  },
  revisions: [],
  shop: TYPICAL_SHOP,
  drawer: TYPICAL_BLADES,
  work: [],
});

test('a late answer is dropped: only the newest plan arrives, in whatever order the worker answers', async () => {
  const waiting = new Map<string, (result: Result<PlannedRun, PlanError>) => void>();
  const planner = newestOnly(({ run }) => new Promise((resolve) => waiting.set(run.name, resolve)));
  const first = planner.plan(input('first'));
  const second = planner.plan(input('second'));
  waiting.get('second')!({ ok: false, error: [] });
  waiting.get('first')!({ ok: false, error: [] });
  expect(await first).toBeNull();
  expect(await second).toEqual({ ok: false, error: [] });
});
