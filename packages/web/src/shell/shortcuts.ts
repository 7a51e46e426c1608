import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';

/** What a key does wherever one is. */
export type Shortcut = 'find' | 'unit' | 'undo' | 'redo' | 'keys';

interface ShortcutLine {
  /** As the sheet of keys shows it. */
  readonly shown: string;
  readonly does: string;
  /** Presses that do it; on some keyboards a sign needs Shift. */
  readonly presses: readonly string[];
}

/** Every key that works in all views: listened to, and listed on the sheet, from here. */
export const SHORTCUTS: Readonly<Record<Shortcut, ShortcutLine>> = {
  find: {
    shown: '/ or Ctrl K',
    does: 'find a template, a run, a wood or a blade',
    presses: ['/', 'Shift+/', '$mod+k'],
  },
  unit: { shown: 'U', does: 'show lengths in the other unit', presses: ['u'] },
  undo: { shown: 'Ctrl Z', does: 'take back the last change', presses: ['$mod+z'] },
  redo: { shown: 'Ctrl Shift Z or Ctrl Y', does: 'do it again', presses: ['$mod+Shift+z', '$mod+y'] },
  keys: { shown: '?', does: 'this sheet', presses: ['?', 'Shift+?'] },
};

/** Keys of what has the focus; they are listened to there. */
export const LOCAL_KEYS: readonly (readonly [shown: string, does: string])[] = [
  ['Space', 'on a pass: mark it sawn, or take that back'],
  ['Arrows', 'on a drawing: the next line, or where a point is asked for, move it'],
  ['Arrows', 'on a blank: move it on its board'],
  ['Enter', 'on a drawing: set the point; on a blank: pick it for another board'],
  ['Delete', 'on a blank: let it go again'],
];

/** Where text is typed keys belong to the text, and its own undo is at work. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.matches('input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable]');

/** Does what is given when its key is pressed, except into text. */
export function useShortcuts(actions: Partial<Readonly<Record<Shortcut, () => void>>>): void {
  useEffect(() => {
    const bindings = Object.entries(actions).flatMap(([shortcut, act]) =>
      // The keys of `actions` are shortcuts by its type.
      SHORTCUTS[shortcut as Shortcut].presses.map((press) => {
        const listen = (event: KeyboardEvent): void => {
          if (isTyping(event.target)) return;
          event.preventDefault();
          act();
        };
        return [press, listen] as const;
      }),
    );
    return tinykeys(window, Object.fromEntries(bindings));
  }, [actions]);
}
