import { useRef } from 'react';
import { Button } from '@mui/material';
import { IconVolume, IconVolumeOff } from '@tabler/icons-react';
import { useRemembered } from '../fields/use-remembered';
import { TARGET } from '../theme/theme';

/** Sounds of the bench, made only where they are asked for. */
export interface Sound {
  readonly isOn: boolean;
  toggle(): void;
  /** A tap was taken. */
  tick(): void;
  /** A time is up. */
  ring(): void;
}

export function useSound(): Sound {
  const [kept, keep] = useRemembered('bench-sound', 'off');
  const context = useRef<AudioContext | null>(null);
  const play = (hertz: number, seconds: number): void => {
    if (kept !== 'on') return;
    context.current ??= new AudioContext();
    const { currentTime, destination } = context.current;
    const tone = context.current.createOscillator();
    tone.frequency.value = hertz;
    tone.connect(destination);
    tone.start(currentTime);
    tone.stop(currentTime + seconds);
  };
  return {
    isOn: kept === 'on',
    toggle: () => keep(kept === 'on' ? 'off' : 'on'),
    tick: () => play(660, 0.08),
    ring: () => play(880, 1.2),
  };
}

export function SoundButton({ sound }: { readonly sound: Sound }) {
  return (
    <Button
      aria-label="Sound"
      aria-pressed={sound.isOn}
      onClick={sound.toggle}
      sx={{ color: 'railText', minWidth: TARGET }}
    >
      {sound.isOn ? <IconVolume size={28} /> : <IconVolumeOff size={28} />}
    </Button>
  );
}
