import { useState } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { bladesLeft, bladeTally, FACTORS, minorDigits, parseCount, type BladeMoveKind } from '@rapid-jig/core';
import { useStore } from 'zustand';
import { CountField } from '../fields/CountField';
import { DecimalField } from '../fields/DecimalField';
import { MoneyField } from '../fields/MoneyField';
import { useServices, useShop } from '../use-services';
import type { BladeSectionProps } from './BladeFigures';

/** How many of a blade there are, what became of the others, when to order more, and what one costs. */
export function BladeCount({ blade, onChange }: BladeSectionProps) {
  const { bladeLedger, drawer, say } = useServices();
  const moves = useStore(bladeLedger.store, (state) => state.moves);
  const stored = useStore(drawer.store, (state) => state.doc.blades);
  // More may have been used up than were counted: what is counted anew counts from there.
  const entered = bladesLeft(stored, moves).get(blade.id) ?? 0;
  const [count, setCount] = useState(1);
  const tally = bladeTally(blade.id, moves);
  const { onHand, inSaw } = blade;
  const enter = (kind: BladeMoveKind, by: number, words: string): void => {
    bladeLedger.enter(blade.id, kind, by);
    say(words);
  };
  const gone = (kind: 'worn' | 'broken' | 'thrown-away', words: string) => (
    <Button size="small" variant="outlined" disabled={onHand === 0} onClick={() => enter(kind, 1, words)}>
      {words}
    </Button>
  );
  return (
    <Box>
      <Typography role="status" aria-label="How many">
        {onHand === null ? 'Never counted' : <b>{onHand} left</b>}
        {inSaw && ', one of them in the saw'}
      </Typography>
      <Typography variant="body2" color="textSecondary">
        {tally.worn} worn, {tally.broken} broken, {tally['thrown-away']} thrown away so far.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', my: 1 }}>
        {inSaw ? (
          <Button size="small" variant="outlined" onClick={() => enter('taken-out', 1, 'Taken out')}>
            Taken out
          </Button>
        ) : (
          <Button size="small" variant="outlined" disabled={onHand === 0} onClick={() => enter('put-in', 1, 'Put in')}>
            Put in the saw
          </Button>
        )}
        {gone('worn', 'Worn')}
        {gone('broken', 'Broken')}
        {gone('thrown-away', 'Thrown away')}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
        <CountField label="How many" value={count} least={0} most={10_000} onChange={setCount} />
        <Button
          size="small"
          variant="outlined"
          disabled={count === 0}
          onClick={() => enter('bought', count, `${String(count)} bought`)}
        >
          Bought
        </Button>
        <Button
          size="small"
          disabled={count === onHand}
          onClick={() => enter('corrected', count - entered, `There are ${String(count)}`)}
        >
          There are {count}
        </Button>
      </Box>
      <OrderAndPrice blade={blade} onChange={onChange} />
    </Box>
  );
}

const USUAL_PRICE = FACTORS.find(({ id }) => id === 'bladePrice')?.value ?? 0;

function OrderAndPrice({ blade, onChange }: BladeSectionProps) {
  const { currency, factors } = useShop();
  const coin = 10 ** minorDigits(currency);
  const usual = ((factors.bladePrice ?? USUAL_PRICE) / coin).toFixed(minorDigits(currency));
  return (
    <Box sx={{ mt: 2 }}>
      <DecimalField
        label="Order more at"
        value={blade.reorderAt}
        least={0}
        most={100_000}
        width={286}
        parse={parseCount}
        onChange={(reorderAt) => onChange({ reorderAt })}
        onClear={() => onChange({ reorderAt: null })}
      />
      <MoneyField
        label={`Price of one (${currency})`}
        minor={blade.priceMinor}
        width={286}
        help={`Empty: as blades usually cost you, ${usual}.`}
        onChange={(priceMinor) => onChange({ priceMinor })}
        onClear={() => onChange({ priceMinor: null })}
      />
    </Box>
  );
}
