import { describe, expect, test } from '@jest/globals';
import { groupKey } from '.';
import { fromSvg } from './reading.test-support';

const frame = '<rect width="100" height="80" stroke="#00f"/>';
const open = (d: string, look = 'stroke="#f00"') => `<path d="${d}" fill="none" ${look}/>`;
const kinds = (body: string, changes = {}) =>
  fromSvg(frame + body, changes)
    .lines.slice(1)
    .map(({ kind, reason }) => [kind, reason]);

describe('what a line is, from how it lies', () => {
  test.each([
    ['a closed line in a part', '<rect x="20" y="20" width="20" height="20"/>', 'inside', 'in-a-part'],
    ['a circle of the size of a bit', '<circle cx="50" cy="40" r="3.175"/>', 'drilled', 'size-of-a-bit'],
    ['a circle of no bit', '<circle cx="50" cy="40" r="3.4"/>', 'inside', 'in-a-part'],
    ['an open line from edge to edge', open('M0 40H100'), 'through', 'from-edge-to-edge'],
    ['one that overshoots both edges', open('M-5 40H105'), 'through', 'from-edge-to-edge'],
    ['an open line within', open('M20 40H80'), 'mark', 'open-in-wood'],
    ['a dashed one', open('M20 40H80', 'stroke="#000" stroke-dasharray="4 2"'), 'fold', 'dashed'],
  ])('%s', (_name, body, kind, reason) => {
    expect(kinds(body)).toEqual([[kind, reason]]);
  });
});

describe('the maker corrects', () => {
  test('one line, or all of a colour; a word for one line counts more', () => {
    const body = open('M20 40H80') + open('M20 50H80');
    const [, first] = fromSvg(frame + body).lines;
    const key = groupKey(first!);
    expect(kinds(body, { groups: { [key]: 'through' } }).map(([kind]) => kind)).toEqual(['through', 'through']);
    expect(
      kinds(body, { groups: { [key]: 'through' }, kinds: { [first!.id]: 'ignore' } }).map(([kind]) => kind),
    ).toEqual(['ignore', 'through']);
  });

  test('a piece left out as waste is still proposed as the part it could be', () => {
    const body = '<circle cx="50" cy="40" r="30"/><circle cx="50" cy="40" r="14.3"/>';
    const [, , disc] = fromSvg(frame + body, { kinds: { 'circle #2': 'ignore' } }).lines;
    expect(disc).toMatchObject({ kind: 'ignore', proposed: 'outline' });
  });

  test('the proposal stays in sight', () => {
    const [, hole] = fromSvg(`${frame}<circle cx="50" cy="40" r="3.175"/>`, { kinds: { 'circle #1': 'inside' } }).lines;
    expect(hole).toMatchObject({ kind: 'inside', proposed: 'drilled', reason: 'maker-said' });
  });
});

test('circles drawn alike are of one kind, whatever the last digits of their radius say', () => {
  // 6.4 mm lies on the border of what a quarter inch bit makes: by a hair more or less, each would be judged on its own.
  const radii = [3.2, 3.2 + 1e-9, 3.2 - 1e-9, 3.2004, 3.1996];
  const circles = radii.map((r, i) => `<circle cx="${String(15 + i * 15)}" cy="50" r="${String(r)}"/>`).join('');
  expect(new Set(kinds(circles).map(([kind]) => kind)).size).toBe(1);
  // What is another size is judged by itself.
  expect(kinds(`${circles}<circle cx="50" cy="30" r="3.175"/>`).at(-1)).toEqual(['drilled', 'size-of-a-bit']);
});
