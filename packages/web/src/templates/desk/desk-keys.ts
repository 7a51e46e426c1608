import { useState } from 'react';
import type { Point } from '@rapid-jig/core';
import type { ShownDrawing, ShownLine } from '../../workers/reader.worker';

interface DeskKeysOptions {
  readonly drawing: ShownDrawing;
  readonly chosen: string | null;
  readonly onChoose: (line: string) => void;
  /** Given while a place is asked for. */
  readonly onPlace: ((at: Point) => void) | null;
  /** An arrow key moves the pointer this far, mm. */
  readonly stepMm: number;
}

export interface DeskKeys {
  /** Where keys have put the pointer, mm, y up; null where no place is asked for or it was not moved yet. */
  readonly pointer: Point | null;
  readonly onKeyDown: (event: React.KeyboardEvent) => void;
}

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowDown: [0, -1],
  ArrowUp: [0, 1],
};
/** With Shift held a step is this many. */
const LONG_STEP = 10;

/**
 * The drawing without a mouse: arrow keys choose one line after the other, from left to right; while a place is asked for
 * they move a pointer from the middle, and Enter sets it.
 */
export function useDeskKeys({ drawing, chosen, onChoose, onPlace, stepMm }: DeskKeysOptions): DeskKeys {
  const [moved, setMoved] = useState<Point | null>(null);
  const pointer = onPlace ? moved : null;
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const way = WAYS[event.key];
    if (way) event.preventDefault();
    const from = pointer ?? { x: drawing.width / 2, y: drawing.height / 2 };
    if (onPlace && way) {
      const by = stepMm * (event.shiftKey ? LONG_STEP : 1);
      setMoved({ x: from.x + way[0] * by, y: from.y + way[1] * by });
    } else if (onPlace && event.key === 'Enter') onPlace(from);
    else if (way) {
      const line = neighbour(drawing.lines, chosen, way[0] - way[1]);
      if (line) onChoose(line.id);
    }
  };
  return { pointer, onKeyDown };
}

/** The line before (-1) or after (1) the chosen one in the order of the list of lines; the first where none is chosen. */
function neighbour(lines: readonly ShownLine[], chosen: string | null, by: number): ShownLine | undefined {
  const at = lines.findIndex(({ id }) => id === chosen);
  return at < 0 ? lines[0] : lines[(at + by + lines.length) % lines.length];
}
