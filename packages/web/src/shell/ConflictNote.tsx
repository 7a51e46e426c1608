import { useState } from 'react';
import { Alert, Box, Button, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { Clash } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { placeWords, shortValue } from '../words/fields';

interface ConflictNoteProps<T extends object> {
  readonly document: OpenDocument<T>;
  readonly clashes: readonly Clash[];
  /** What an id in the document stands for, in words; null where it is not known. */
  readonly nameOf: (id: string) => string | null;
}

/** Where two devices made different of the same: of each the maker takes this device's or the other's. All else is joined already. */
export function ConflictNote<T extends object>({ document, clashes, nameOf }: ConflictNoteProps<T>) {
  const [given, setGiven] = useState<ReadonlySet<string>>(new Set());
  const nameAt = ({ at }: Clash): string => at.join(' / ');
  const take = (clash: Clash, whose: 'mine' | 'theirs'): void => {
    const next = new Set(given);
    if (whose === 'theirs') next.add(nameAt(clash));
    else next.delete(nameAt(clash));
    setGiven(next);
  };
  const isGiven = (clash: Clash): boolean => given.has(nameAt(clash));
  const theirs = clashes.filter(isGiven);
  return (
    <Alert severity="warning" sx={{ my: 1 }}>
      Another device changed this meanwhile.
      {clashes.map((clash) => (
        <ClashChoice
          key={nameAt(clash)}
          clash={clash}
          words={placeWords(clash.at, nameOf)}
          whose={isGiven(clash) ? 'theirs' : 'mine'}
          onTake={(whose) => take(clash, whose)}
        />
      ))}
      <Box sx={{ mt: 1, display: 'flex', gap: 1 }}>
        <Button variant="contained" onClick={() => document.settle(theirs)}>
          {theirs.length === 0 ? 'Keep mine' : 'Take it so'}
        </Button>
        <Button onClick={() => document.settle(clashes)}>Take theirs</Button>
      </Box>
    </Alert>
  );
}

interface ClashChoiceProps {
  readonly clash: Clash;
  readonly words: string;
  readonly whose: 'mine' | 'theirs';
  readonly onTake: (whose: 'mine' | 'theirs') => void;
}

function ClashChoice({ clash, words, whose, onTake }: ClashChoiceProps) {
  const told = (where: string, value: unknown): string => {
    const short = shortValue(value);
    return short === null ? where : `${where}: ${short}`;
  };
  const was = shortValue(clash.base);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', mt: 0.5 }}>
      <Typography sx={{ minWidth: 180 }}>
        {words}
        {clash.base !== undefined && was !== null && `, ${was} before`}
      </Typography>
      <ToggleButtonGroup
        exclusive
        value={whose}
        aria-label={words}
        onChange={(_event, chosen: 'mine' | 'theirs' | null) => {
          if (chosen) onTake(chosen);
        }}
      >
        <ToggleButton value="mine" sx={{ minHeight: 44 }}>
          {told('Here', clash.mine)}
        </ToggleButton>
        <ToggleButton value="theirs" sx={{ minHeight: 44 }}>
          {told('There', clash.theirs)}
        </ToggleButton>
      </ToggleButtonGroup>
    </Box>
  );
}
