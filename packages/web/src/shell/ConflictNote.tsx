import { useState } from 'react';
import { Alert, Box, Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { fieldDifferences } from '../documents/differences';
import type { OpenDocument } from '../documents/document';
import { fieldWords, shortValue } from '../words/fields';

interface ConflictNoteProps<T extends object> {
  readonly document: OpenDocument<T>;
  readonly mine: T;
  readonly theirs: T;
}

/** Two versions of one document, field by field: of each the maker takes this device's or the other's. */
export function ConflictNote<T extends object>({ document, mine, theirs }: ConflictNoteProps<T>) {
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const fields = fieldDifferences(mine, theirs);
  const take = (field: string, whose: 'mine' | 'theirs'): void => {
    const next = new Set(taken);
    if (whose === 'theirs') next.add(field);
    else next.delete(field);
    setTaken(next);
  };
  return (
    <Alert severity="warning" sx={{ my: 1 }}>
      Another device changed this meanwhile.
      {fields.map((field) => (
        <FieldChoice
          key={field}
          words={fieldWords(field)}
          mine={shortValue(mine[field])}
          theirs={shortValue(theirs[field])}
          whose={taken.has(field) ? 'theirs' : 'mine'}
          onTake={(whose) => take(field, whose)}
        />
      ))}
      <Box sx={{ mt: 1, display: 'flex', gap: 1 }}>
        <Button variant="contained" onClick={() => document.settle(fields.filter((field) => !taken.has(field)))}>
          {taken.size === 0 ? 'Keep mine' : 'Take it so'}
        </Button>
        <Button onClick={document.takeTheirs}>Take theirs</Button>
      </Box>
    </Alert>
  );
}

interface FieldChoiceProps {
  readonly words: string;
  readonly mine: string | null;
  readonly theirs: string | null;
  readonly whose: 'mine' | 'theirs';
  readonly onTake: (whose: 'mine' | 'theirs') => void;
}

function FieldChoice({ words, mine, theirs, whose, onTake }: FieldChoiceProps) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', mt: 0.5 }}>
      <Typography sx={{ minWidth: 180 }}>{words}</Typography>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={whose}
        aria-label={words}
        onChange={(_event, chosen: 'mine' | 'theirs' | null) => {
          if (chosen) onTake(chosen);
        }}
      >
        <ToggleButton value="mine">Mine{mine !== null && `: ${mine}`}</ToggleButton>
        <ToggleButton value="theirs">Theirs{theirs !== null && `: ${theirs}`}</ToggleButton>
      </ToggleButtonGroup>
    </Box>
  );
}
