import { Box, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { SpareRule } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';

interface SpareFieldProps {
  readonly label: string;
  readonly rule: SpareRule;
  readonly onChange: (rule: SpareRule) => void;
}

/** Spares as so many pieces, or as a share rounded up. */
export function SpareField({ label, rule, onChange }: SpareFieldProps) {
  const value = rule.kind === 'count' ? rule.count : rule.percent;
  const make = (kind: SpareRule['kind'], amount: number): SpareRule =>
    kind === 'count' ? { kind, count: amount } : { kind, percent: amount };
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}>
      <Typography sx={{ flex: 1 }}>{label}</Typography>
      <CountField label={label} value={value} most={1000} onChange={(amount) => onChange(make(rule.kind, amount))} />
      <ToggleButtonGroup
        size="small"
        exclusive
        value={rule.kind}
        aria-label={`${label}: counted how`}
        onChange={(_event, kind: SpareRule['kind'] | null) => {
          if (kind) onChange(make(kind, value));
        }}
      >
        <ToggleButton value="count">each</ToggleButton>
        <ToggleButton value="percent">%</ToggleButton>
      </ToggleButtonGroup>
    </Box>
  );
}
