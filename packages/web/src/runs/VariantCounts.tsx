import { Box, Button, Typography } from '@mui/material';
import { copiesByVariant, type RunLine } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { useRunState } from './RunRoute';

interface VariantCountsProps {
  readonly line: RunLine;
  readonly onChange: (variants: RunLine['variants']) => void;
}

/** How many of the copies are of each variant: shared evenly until the maker says otherwise. */
export function VariantCounts({ line, onChange }: VariantCountsProps) {
  const revisions = useRunState('revisions');
  const template = revisions.find(
    (one) => one.template.id === line.templateId && one.revision === line.revision,
  )?.template;
  if (!template || template.variants.length === 0) return null;
  const counts = copiesByVariant(template, line);
  const isShared = Object.keys(line.variants).length === 0;
  return (
    <Box role="group" aria-label={`Variants of ${template.name}`} sx={{ my: 1 }}>
      {template.variants.map(({ id, name }) => (
        <Box key={id} sx={{ display: 'flex', alignItems: 'center', gap: 1, py: 0.25 }}>
          <Typography sx={{ flex: 1, overflowWrap: 'anywhere' }}>{name}</Typography>
          <CountField
            label={`Copies of ${name}`}
            value={counts.get(id) ?? 0}
            onChange={(count) => onChange({ ...Object.fromEntries(counts), [id]: count })}
          />
        </Box>
      ))}
      {!isShared && (
        <Button size="small" onClick={() => onChange({})}>
          Share them evenly
        </Button>
      )}
    </Box>
  );
}
