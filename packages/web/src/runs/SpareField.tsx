import { Box, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { formatMinutes, type RunSpareRule, type SpareRule } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';

interface SpareFieldProps<T extends RunSpareRule> {
  readonly label: string;
  readonly rule: T;
  readonly onChange: (rule: T | SpareRule) => void;
}

/** Spares as so many pieces, or as a share rounded up. */
export const SpareField = ({ label, rule, onChange }: SpareFieldProps<SpareRule>) => (
  <Field
    label={label}
    rule={rule}
    kinds={['count', 'percent']}
    onChange={(next) => next.kind !== 'risk' && onChange(next)}
  />
);

interface RunSpareFieldProps extends SpareFieldProps<RunSpareRule> {
  /** What it takes to saw the longest pass once more; null where nothing is planned. */
  readonly againMinutes: number | null;
}

/** The same for a whole run, or as many as make it likely that all copies are got; and what it takes to have none instead. */
export const RunSpareField = ({ againMinutes, ...field }: RunSpareFieldProps) => (
  <Box>
    <Field {...field} kinds={['count', 'percent', 'risk']} />
    {field.rule.kind === 'risk' && againMinutes !== null && (
      <Typography variant="body2" color="textSecondary">
        Without spares a lost pass is sawn again: {formatMinutes(againMinutes)} at the most.
      </Typography>
    )}
  </Box>
);

type Kind = RunSpareRule['kind'];
const KIND_WORDS: Readonly<Record<Kind, string>> = { count: 'each', percent: '%', risk: '% sure' };
/** As sure as most makers want to be (our choice), per cent. */
const USUALLY_SURE = 90;

const amountOf = (rule: RunSpareRule): number =>
  rule.kind === 'count' ? rule.count : rule.kind === 'percent' ? rule.percent : rule.confidencePercent;

function ruleOf(kind: Kind, amount: number): RunSpareRule {
  if (kind === 'risk') return { kind, confidencePercent: Math.min(99, Math.max(1, amount)) };
  return kind === 'count' ? { kind, count: amount } : { kind, percent: amount };
}

interface FieldProps {
  readonly label: string;
  readonly rule: RunSpareRule;
  readonly kinds: readonly Kind[];
  readonly onChange: (rule: RunSpareRule) => void;
}

function Field({ label, rule, kinds, onChange }: FieldProps) {
  const change = (kind: Kind): void => {
    const isSure = (one: Kind): boolean => one === 'risk';
    // A per cent of spares is no per cent of confidence: each begins at what is usual.
    const amount = isSure(kind) ? USUALLY_SURE : isSure(rule.kind) ? 1 : amountOf(rule);
    onChange(ruleOf(kind, amount));
  };
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}>
        <Typography sx={{ flex: 1 }}>{label}</Typography>
        <CountField
          label={label}
          value={amountOf(rule)}
          least={rule.kind === 'risk' ? 1 : 0}
          most={rule.kind === 'risk' ? 99 : 1000}
          onChange={(amount) => onChange(ruleOf(rule.kind, amount))}
        />
        <ToggleButtonGroup
          size="small"
          exclusive
          value={rule.kind}
          aria-label={`${label}: counted how`}
          onChange={(_event, kind: Kind | null) => kind && change(kind)}
        >
          {kinds.map((kind) => (
            <ToggleButton key={kind} value={kind}>
              {KIND_WORDS[kind]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      {rule.kind === 'risk' && (
        <Typography variant="body2" color="textSecondary">
          As many as make it this likely that every copy is got. How often layers and passes are spoiled stands under
          Shop, with the factors.
        </Typography>
      )}
    </Box>
  );
}
