import { describe, expect, test } from '@jest/globals';
import { noSteps, TYPICAL_BLADES, TYPICAL_SHOP, type DrawingSteps } from '@rapid-jig/core';
import { keptInMemory } from '../../documents/kept';
import type { Reader } from '../../workers/reader';
import type { ShownDrawing } from '../../workers/reader.worker';
import { drawingOf } from '../incoming';
import { FIRST_MAKING, openDesk, readDeskDraft } from './desk';

const drawing = (width: number): ShownDrawing => ({
  width,
  height: 10,
  lines: [],
  faults: [],
  features: [],
  leftOut: [],
  equalAsOne: true,
  grain: null,
  datum: null,
});

/** A desk whose worker answers when the test says so. */
function desk(mmPerUnit: number | null = 1, steps: DrawingSteps | null = null) {
  const kept = keptInMemory();
  const asked: { steps: DrawingSteps; answer: (width: number) => void }[] = [];
  const reader: Reader = {
    read: () => Promise.resolve({ ok: true, value: { format: 'svg', mmPerUnit, width: 100, height: 10 } }),
    follow: (of) =>
      new Promise((resolve) =>
        asked.push({ steps: of, answer: (width) => resolve({ ok: true, value: drawing(width) }) }),
      ),
    understand: () => Promise.resolve({ parts: [], alike: [], notCompared: 0 }),
    nearestCorner: (to) => Promise.resolve(to),
    nearestEdge: () => Promise.resolve(null),
    parts: () => Promise.resolve([]),
    sheets: () => Promise.resolve(null),
    stop: () => undefined,
  };
  const opened = openDesk({
    file: drawingOf('gull.svg', new TextEncoder().encode('<svg/>')),
    steps,
    making: FIRST_MAKING,
    name: null,
    reader,
    kept,
    key: 'desk',
    drawer: () => TYPICAL_BLADES,
    shop: () => TYPICAL_SHOP,
  });
  return { opened, asked, kept, reader, state: () => opened.store.getState() };
}

const settle = () => new Promise((resolve) => setTimeout(resolve, 0));
const hold = (id: string) => (steps: DrawingSteps) => ({ ...steps, held: [...steps.held, id] });

describe('a drawing on the desk', () => {
  test('is read, its size taken from the file, its steps followed, and measured; then the worker rests', async () => {
    const { opened, asked, state } = desk(0.5);
    opened.goOn();
    await settle();
    expect(asked[0]!.steps).toEqual(noSteps(0.5));
    asked[0]!.answer(50);
    await settle();
    expect(state()).toMatchObject({ drawing: { width: 50 }, understood: { parts: [] }, stage: null, fault: null });
  });

  test('whatever breaks in the worker is told with a way on, and another file is read', async () => {
    const { opened, asked, reader, state } = desk(1);
    reader.understand = () => Promise.reject(new RangeError('Maximum call stack size exceeded'));
    opened.goOn();
    await settle();
    asked[0]!.answer(50);
    await settle();
    expect(state()).toMatchObject({
      stage: null,
      stopped: true,
      fault: { kind: 'reading-broke', where: 'Maximum call stack size exceeded' },
    });
    reader.understand = () => Promise.resolve({ parts: [], alike: [], notCompared: 0 });
    opened.replaceFile(drawingOf('tern.svg', new TextEncoder().encode('<svg/>')));
    await settle();
    asked[1]!.answer(60);
    await settle();
    expect(state()).toMatchObject({ drawing: { width: 60 }, stage: null, stopped: false, fault: null });
  });

  test('waits for the maker where the file gives no size', async () => {
    const { opened, asked, state } = desk(null);
    opened.goOn();
    await settle();
    expect([asked.length, state().read?.mmPerUnit, state().stage]).toEqual([0, null, null]);
    opened.edit((steps) => ({ ...steps, mmPerUnit: 2 }));
    await settle();
    expect(asked[0]!.steps.mmPerUnit).toBe(2);
  });

  test('an answer that a newer edit overtook is dropped', async () => {
    const { opened, asked, state } = desk();
    opened.goOn();
    await settle();
    opened.edit(hold('a'));
    await settle();
    asked[1]!.answer(20);
    asked[0]!.answer(10);
    await settle();
    expect(state().drawing?.width).toBe(20);
  });

  test('undo and redo go through the steps one by one; edits of one field undo as one', async () => {
    const { opened, state } = desk();
    opened.goOn();
    await settle();
    opened.edit(hold('a'));
    for (const mm of [1, 2, 3]) opened.edit((steps) => ({ ...steps, joinWithin: mm }), 'join');
    expect([state().steps.held, state().steps.joinWithin]).toEqual([['a'], 3]);
    opened.undo();
    expect([state().steps.held, state().steps.joinWithin]).toEqual([['a'], 0.1]);
    opened.undo();
    expect(state().steps.held).toEqual([]);
    opened.redo();
    opened.redo();
    expect([state().steps.held, state().steps.joinWithin, state().future.length]).toEqual([['a'], 3, 0]);
  });

  test('every edit is kept in the browser; a better drawing keeps the steps', async () => {
    const { opened, asked, kept, state } = desk();
    opened.goOn();
    await settle();
    opened.edit(hold('a'));
    opened.call('Gull on a post');
    opened.make({ together: true });
    expect(await readDeskDraft(kept, 'desk')).toMatchObject({
      name: 'Gull on a post',
      steps: { held: ['a'] },
      making: { together: true },
    });
    opened.replaceFile(drawingOf('gull-2.svg', new TextEncoder().encode('<svg>2</svg>')));
    await settle();
    expect(asked.at(-1)!.steps.held).toEqual(['a']);
    expect(state().file.fileName).toBe('gull-2.svg');
    expect((await readDeskDraft(kept, 'desk'))!.file.fileName).toBe('gull-2.svg');
  });

  test('stopped, it says so and loses nothing; going on reads again', async () => {
    const { opened, asked, state } = desk();
    opened.goOn();
    await settle();
    opened.edit(hold('a'));
    opened.stop();
    expect(state()).toMatchObject({ stopped: true, stage: null });
    opened.goOn();
    await settle();
    asked.at(-1)!.answer(30);
    await settle();
    expect(state()).toMatchObject({ stopped: false, drawing: { width: 30 }, steps: { held: ['a'] } });
  });
});
