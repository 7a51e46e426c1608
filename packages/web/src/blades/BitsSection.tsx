import { useState } from 'react';
import { Box, Button, Chip, Typography } from '@mui/material';
import { BIT_KINDS, inches, textWithUnit, type Bit, type BitKind, type Length } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { LengthField } from '../fields/LengthField';
import { useServices, useShop } from '../use-services';
import { SaveBadge } from '../shell/SaveBadge';
import { BIT_KIND_WORDS } from '../words/drilling';

/** A set as many shops have it: sixteenths of an inch up to a half. */
const USUAL_SET: readonly Bit[] = ['1/32', '1/16', '3/32', '1/8', '3/16', '1/4', '5/16', '3/8', '1/2'].map((typed) => {
  const [above = '1', below = '1'] = typed.split('/');
  return { kind: 'twist', diameter: { mm: inches(Number(above) / Number(below)), typed } };
});

/** The drill bits of the shop; while nobody has said, any size is taken to be there. */
export function BitsSection() {
  const { shop: document } = useServices();
  const { bits } = useShop();
  const [kind, setKind] = useState<BitKind>('twist');
  const [diameter, setDiameter] = useState<Length | null>(null);
  // The badge of the drawer stands at the top of the same page: this one comes when it has something to say.
  const [isEdited, setEdited] = useState(false);
  const set = (next: readonly Bit[] | null): void => {
    setEdited(true);
    document.edit((shop) => ({ ...shop, bits: next }));
  };
  const known = (bit: Bit): boolean =>
    (bits ?? []).some((one) => one.kind === bit.kind && one.diameter.mm === bit.diameter.mm);
  const add = (more: readonly Bit[]): void =>
    set([...(bits ?? []), ...more.filter((bit) => !known(bit))].sort((a, b) => a.diameter.mm - b.diameter.mm));
  return (
    <Box component="section" id="bits" aria-label="Drill bits" sx={{ mt: 4 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h2">Drill bits</Typography>
        {isEdited && <SaveBadge document={document} />}
      </Box>
      <Typography color="textSecondary" sx={{ maxWidth: 760 }}>
        {bits === null
          ? 'Nobody has said which there are: every size is taken to be at hand.'
          : 'Where a hole wants another size, the nearest that works is proposed, with what comes of it.'}
      </Typography>
      <Box role="list" aria-label="Bits at hand" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1.5 }}>
        {(bits ?? []).map((bit) => (
          <Chip
            key={`${bit.kind} ${String(bit.diameter.mm)}`}
            role="listitem"
            label={`${textWithUnit(bit.diameter)} ${BIT_KIND_WORDS[bit.kind].toLowerCase()}`}
            onDelete={() => set((bits ?? []).filter((one) => one !== bit))}
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'start' }}>
        <LengthField
          label="Diameter of a bit"
          value={diameter}
          onChange={setDiameter}
          onClear={() => setDiameter(null)}
        />
        <Choice
          label="Kind of bit"
          value={kind}
          options={BIT_KINDS.map((one) => [one, BIT_KIND_WORDS[one]] as const)}
          onChange={setKind}
          width={150}
        />
        <Button
          variant="outlined"
          disabled={diameter === null || diameter.mm <= 0}
          onClick={() => diameter && add([{ kind, diameter }])}
        >
          Add the bit
        </Button>
        {bits === null && <Button onClick={() => add(USUAL_SET)}>I have a usual set</Button>}
      </Box>
    </Box>
  );
}
