import { Box, Button, Typography } from '@mui/material';
import type { BladeEnds, LengthUnit } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { LengthField } from '../fields/LengthField';
import { useServices, useShop } from '../use-services';

/** Asked once, when the first plan needs it: the facts of the saw that decide what it can do. */
export function SawQuestion() {
  const { shop: document } = useServices();
  const shop = useShop();
  const { saw } = shop;
  const setSaw = (changes: Partial<typeof saw>): void =>
    document.edit((doc) => ({ ...doc, saw: { ...doc.saw, ...changes } }), `saw ${Object.keys(changes).join()}`);
  return (
    <Box
      component="section"
      aria-label="Your saw"
      sx={{ my: 2, p: 2, bgcolor: 'sheet', border: 1, borderColor: 'shelf', borderRadius: 1 }}
    >
      <Typography variant="h3">Your saw</Typography>
      <Typography variant="body2" sx={{ mb: 2 }}>
        This plan is for a common bench saw. Are these yours? They can be changed later under Shop.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'start' }}>
        <Choice<LengthUnit>
          label="You work in"
          value={shop.units}
          options={[
            ['in', 'Inches'],
            ['mm', 'Millimetres'],
          ]}
          onChange={(units) => document.edit((doc) => ({ ...doc, units }))}
          width={140}
        />
        <LengthField label="Blade to arm" value={saw.reach} onChange={(reach) => setSaw({ reach })} />
        <LengthField label="Greatest height" value={saw.maxHeight} onChange={(maxHeight) => setSaw({ maxHeight })} />
        <Choice<BladeEnds>
          label="Blade ends"
          value={saw.ends}
          options={[
            ['plain', 'Plain'],
            ['pinned', 'Pinned'],
          ]}
          onChange={(ends) => setSaw({ ends })}
          width={130}
        />
        <Button variant="contained" onClick={() => setSaw({ confirmed: true })}>
          This is my saw
        </Button>
      </Box>
    </Box>
  );
}
