import { expect, test } from '@jest/globals';
import { inches } from '../units';
import { pathBox } from '../geometry';
import { tiltBlockOutline, tiltBlockPage } from './tilt-block';

test.each([0, 7.5, 22.5, 45])('the end of a block for %d degrees leans by as much', (degrees) => {
  const { start, segments } = tiltBlockOutline({ tilt: (degrees * Math.PI) / 180, heightMm: inches(2) });
  const corners = [start, ...segments.map(({ to }) => to)];
  // From its foot up its end: over 2 in it comes back by 2 in times the tangent.
  const [foot, top] = [corners[1]!, corners[2]!];
  expect((Math.atan2(foot.x - top.x, top.y - foot.y) * 180) / Math.PI).toBeCloseTo(degrees, 9);
  expect(corners.at(-1)).toEqual(start);
});

test('it lies on the page true to size, clear of the bars; what is larger than the paper is told', () => {
  const page = tiltBlockPage({ tilt: Math.PI / 8, heightMm: 50 }, 'a4', 'mm');
  if (!page.ok) throw new Error(page.error.message);
  const [outline] = page.value.marks.flatMap((mark) => (mark.kind === 'path' && mark.path.closed ? [mark.path] : []));
  const box = pathBox(outline!);
  expect(box.maxY - box.minY).toBeCloseTo(50, 9);
  expect(box.maxX - box.minX).toBeCloseTo(38.1 + 50 * Math.tan(Math.PI / 8), 9);
  expect(box.minX).toBeGreaterThan(12);
  expect(tiltBlockPage({ tilt: 0.1, heightMm: 400 }, 'a4', 'mm')).toMatchObject({
    error: { kind: 'larger-than-paper' },
  });
  expect(tiltBlockPage({ tilt: 1.04, heightMm: 150 }, 'letter', 'in')).toMatchObject({
    error: { kind: 'larger-than-paper' },
  });
});
