import { useState } from 'react';
import { parseCount } from '@rapid-jig/core';
import './count-field.css';

interface CountFieldProps {
  /** For screen readers, and above the field where `caption` is not given. */
  readonly label: string;
  readonly value: number;
  readonly least?: number;
  readonly most?: number;
  readonly onChange: (value: number) => void;
}

/** A whole number with a step on each side, large enough for a dusty finger. Plain elements: a run may show hundreds. */
export function CountField({ label, value, least = 0, most = 100_000, onChange }: CountFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const text = draft ?? String(value);
  const fault = faultOf(text, least, most);
  const commit = (next: string): void => {
    setDraft(next);
    const count = parseCount(next);
    if (count !== null && faultOf(next, least, most) === null) onChange(count);
  };
  const step = (by: number): void => {
    setDraft(null);
    onChange(Math.min(most, Math.max(least, value + by)));
  };
  return (
    <span className="count-field">
      <span className="count-field-row" data-wrong={fault !== null}>
        <button type="button" aria-label={`${label}: one less`} disabled={value <= least} onClick={() => step(-1)}>
          −
        </button>
        <input
          value={text}
          aria-label={label}
          aria-invalid={fault !== null}
          inputMode="numeric"
          autoComplete="off"
          onChange={(event) => commit(event.target.value)}
          onBlur={() => {
            if (fault === null) setDraft(null);
          }}
        />
        <button type="button" aria-label={`${label}: one more`} disabled={value >= most} onClick={() => step(1)}>
          +
        </button>
      </span>
      {fault && <span role="alert">{fault}</span>}
    </span>
  );
}

function faultOf(text: string, least: number, most: number): string | null {
  const value = parseCount(text);
  if (value === null) return 'A whole number, please.';
  if (value < least) return `${String(least)} or more, please.`;
  return value > most ? `${String(most)} at most.` : null;
}
