import { useEffect, useRef, useState } from 'react';
import {
  Box,
  Button,
  Dialog,
  DialogContent,
  DialogTitle,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { IconShoe } from '@tabler/icons-react';
import { useRemembered } from '../fields/use-remembered';
import { GLOVE, TARGET } from '../theme/theme';

/** A foot switch is a key to the computer: latched, it acts when it is pressed; held, when it is let go after a while. */
export type SwitchMode = 'latched' | 'held';

/** Keys that foot switches are sold with, by the code of the key. */
const KEYS: readonly (readonly [code: string, name: string])[] = [
  ['Space', 'Space bar'],
  ['Enter', 'Enter'],
  ['PageDown', 'Page down'],
  ['KeyB', 'B'],
];
const BACK_KEYS = ['Backspace', 'PageUp', 'ArrowLeft'];

/** A foot that rests on a held switch for less than this did not mean it. */
const LEAST_HELD_MS = 250;

export interface FootSwitch {
  readonly code: string;
  readonly mode: SwitchMode;
  readonly isDown: boolean;
  set(code: string, mode: SwitchMode): void;
  press(): void;
  release(): void;
}

interface Acts {
  readonly goOn: () => void;
  readonly goBack: () => void;
}

/** Listens to the key of the foot switch wherever the focus is, but where text is typed or a panel is open. */
export function useFootSwitch(acts: Acts): FootSwitch {
  const [code, setCode] = useRemembered('bench-key', 'Space');
  const [mode, setMode] = useRemembered('bench-switch', 'latched');
  const [isDown, setDown] = useState(false);
  const downAt = useRef<number | null>(null);
  const press = (): void => {
    if (downAt.current !== null) return;
    downAt.current = performance.now();
    setDown(true);
    if (mode === 'latched') acts.goOn();
  };
  const release = (): void => {
    if (downAt.current === null) return;
    const heldMs = performance.now() - downAt.current;
    downAt.current = null;
    setDown(false);
    if (mode === 'held' && heldMs >= LEAST_HELD_MS) acts.goOn();
  };
  const now = useRef({ press, release, goBack: acts.goBack });
  useEffect(() => {
    now.current = { press, release, goBack: acts.goBack };
  });
  useEffect(() => {
    const isElsewhere = ({ target }: KeyboardEvent): boolean =>
      target instanceof HTMLElement && target.closest('input, textarea, [role=dialog]') !== null;
    const down = (event: KeyboardEvent): void => {
      const isBack = BACK_KEYS.includes(event.code);
      if (isElsewhere(event) || (event.code !== code && !isBack)) return;
      // A button that has the focus is not pressed by it too.
      event.preventDefault();
      if (event.repeat) return;
      if (isBack) now.current.goBack();
      else now.current.press();
    };
    const up = (event: KeyboardEvent): void => {
      if (event.code !== code || isElsewhere(event)) return;
      event.preventDefault();
      now.current.release();
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, [code]);
  return {
    code,
    mode: mode === 'held' ? 'held' : 'latched',
    isDown,
    set: (nextCode, nextMode) => {
      setCode(nextCode);
      setMode(nextMode);
    },
    press,
    release,
  };
}

/** Opens what the foot switch is set to, with one to try it by. */
export function FootSwitchButton({ footSwitch }: { readonly footSwitch: FootSwitch }) {
  const [isOpen, setOpen] = useState(false);
  const { code, mode, isDown, set, press, release } = footSwitch;
  return (
    <>
      <Button aria-label="Foot switch" onClick={() => setOpen(true)} sx={{ color: 'railText', minWidth: TARGET }}>
        <IconShoe size={28} />
      </Button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} fullWidth maxWidth="sm">
        <DialogTitle>Foot switch</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2 }}>
          <Typography>
            A foot switch is a key to the computer. This one goes on to the next step; Backspace, Page up and the left
            arrow go back.
          </Typography>
          <ToggleButtonGroup
            exclusive
            aria-label="Key"
            value={code}
            onChange={(_event, next: string | null) => next !== null && set(next, mode)}
          >
            {KEYS.map(([value, name]) => (
              <ToggleButton key={value} value={value} sx={{ ...GLOVE, flex: 1 }}>
                {name}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <ToggleButtonGroup
            exclusive
            aria-label="How it acts"
            value={mode}
            onChange={(_event, next: SwitchMode | null) => next !== null && set(code, next)}
          >
            <ToggleButton value="latched" sx={{ ...GLOVE, flex: 1 }}>
              When it is pressed
            </ToggleButton>
            <ToggleButton value="held" sx={{ ...GLOVE, flex: 1 }}>
              When it is let go
            </ToggleButton>
          </ToggleButtonGroup>
          <Typography>No switch at hand? This one stands in for it, and does what it would do:</Typography>
          <Box
            component="button"
            type="button"
            aria-label="Simulated foot switch"
            onPointerDown={press}
            onPointerUp={release}
            onPointerLeave={release}
            sx={{
              height: 110,
              border: 3,
              borderColor: 'edge',
              borderRadius: '14px 14px 40px 40px',
              bgcolor: isDown ? 'shelf' : 'sheet',
              color: 'text.primary',
              font: 'inherit',
              fontSize: '1.2rem',
              touchAction: 'none',
            }}
          >
            {isDown ? 'Down' : 'Up'}
          </Box>
        </DialogContent>
      </Dialog>
    </>
  );
}
