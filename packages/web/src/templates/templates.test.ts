import { beforeEach, describe, expect, test } from '@jest/globals';
import { cutsOf, noSteps, type Part, type Template, AS_DRAWN } from '@rapid-jig/core';
import { fieldDifferences } from '../documents/differences';
import { copyOfTemplate } from './copy';
import { incoming, takeFile } from './incoming';

const path = { start: { x: 0, y: 0 }, segments: [{ kind: 'line' as const, to: { x: 1, y: 1 } }], closed: true };
const part = (id: string, sharedBlank: string | null): Part => ({
  id,
  name: id,
  perCopy: 1,
  woodId: 'cherry',
  thickness: { mm: 6.35, typed: '1/4' },
  grain: 'along-x',
  outline: { id: `${id} outline`, line: null, path },
  drawing: null,
  insideCuts: [{ id: `${id} hole`, line: null, path }],
  throughCuts: [],
  holes: [],
  marks: [],
  datum: null,
  sharedBlank,
  pinnedLayers: null,
  ...AS_DRAWN,
});
const template: Template = {
  id: 'whale',
  name: 'Whale',
  note: 'n',
  archived: true,
  bodies: [],
  rods: [],
  meant: [],
  hardware: [],
  variants: [],
  drawings: [{ id: 'd', fileName: 'whale.svg', steps: noSteps(1) }],
  parts: [part('body', 'sheet'), part('fin', 'sheet'), part('eye', null)],
};

describe('a duplicate', () => {
  let made = 0;
  const copy = copyOfTemplate(template, () => `new ${String(++made)}`);

  test('has no id in common with its original, so that work on one never counts for the other', () => {
    const ids = (one: Template) => [one.id, ...one.parts.flatMap((p) => [p.id, ...cutsOf(p).map(({ cut }) => cut.id)])];
    expect(ids(copy).filter((id) => ids(template).includes(id))).toEqual([]);
    expect(new Set(ids(copy)).size).toBe(ids(template).length);
  });

  test('keeps which parts share a blank, its drawings and its shapes, and is not archived', () => {
    const [body, fin, eye] = copy.parts;
    expect(body?.sharedBlank).toBe(fin?.sharedBlank);
    expect(body?.sharedBlank).not.toBe('sheet');
    expect(eye?.sharedBlank).toBeNull();
    expect(copy).toMatchObject({ name: 'Whale, copy', archived: false, drawings: template.drawings });
    expect(body?.outline.path).toEqual(path);
  });
});

test('a duplicate of layers, rules and variants names its own parts', () => {
  let made = 0;
  const rule = { line: 'on' as const, tiltDegrees: 5, kept: null };
  const body = { id: 'box', name: 'Box', layers: ['fin', 'eye'], meant: ['eye hole'] };
  const [first, ...others] = template.parts;
  const copy = copyOfTemplate(
    {
      ...template,
      parts: [
        { ...first!, variantId: 'star', cutRules: { 'body hole': rule }, cutWants: { 'body hole': ['narrow-kerf'] } },
        ...others,
      ],
      bodies: [body],
      variants: [{ id: 'star', name: 'Star' }],
    },
    () => `new ${String(++made)}`,
  );
  const [star, fin, eye] = copy.parts;
  expect(copy.bodies[0]).toMatchObject({ layers: [fin!.id, eye!.id], meant: [eye!.insideCuts[0]!.id] });
  expect(star!.cutRules).toEqual({ [star!.insideCuts[0]!.id]: rule });
  expect(star!.cutWants).toEqual({ [star!.insideCuts[0]!.id]: ['narrow-kerf'] });
  expect(star!.variantId).toBe(copy.variants[0]!.id);
});

describe('a file on its way in', () => {
  const list = (...files: File[]) => files as unknown as FileList;
  beforeEach(() => incoming.setState({ drawing: null, fault: null }));

  test('is taken byte for byte, and as text', async () => {
    expect(await takeFile(list(new File(['<svg/>'], 'whale.svg')))).toBe(true);
    const bytes = new TextEncoder().encode('<svg/>');
    expect(incoming.getState()).toEqual({ drawing: { fileName: 'whale.svg', bytes, text: '<svg/>' }, fault: null });
  });

  test('too large, it is refused with its name and size, and the one before stays', async () => {
    await takeFile(list(new File(['<svg/>'], 'whale.svg')));
    expect(await takeFile(list(new File(['x'.repeat(10 * 1024 * 1024 + 1)], 'huge.svg')))).toBe(false);
    expect(incoming.getState()).toMatchObject({
      drawing: { fileName: 'whale.svg' },
      fault: { kind: 'too-large-a-file', where: 'huge.svg' },
    });
  });

  test('no file is no change', async () => {
    expect(await takeFile(null)).toBe(false);
    expect(await takeFile(list())).toBe(false);
  });
});

test('two versions differ in the fields whose content differs', () => {
  expect(fieldDifferences(template, structuredClone(template))).toEqual([]);
  expect(fieldDifferences(template, { ...template, note: 'other', parts: [] })).toEqual(['note', 'parts']);
});
