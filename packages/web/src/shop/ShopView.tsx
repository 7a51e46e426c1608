import { useState } from 'react';
import { Box, Button, TextField, Typography } from '@mui/material';
import { useLoaderData } from 'react-router';
import { FACTORS, inches, minorDigits, TOOTH_FORMS, woodById, type Machines, type Shop } from '@rapid-jig/core';
import type { LocalNetwork } from '@rapid-jig/contract';
import type { Answer } from '../api/client';
import type { OpenDocument } from '../documents/document';
import { Choice } from '../fields/Choice';
import { CountField } from '../fields/CountField';
import { DecimalField } from '../fields/DecimalField';
import { LengthField } from '../fields/LengthField';
import { WoodSelect } from '../fields/WoodSelect';
import { useServices, useShop, type Services } from '../services';
import { orThrow } from '../shell/or-throw';
import { Page } from '../shell/Page';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { NetworkSection } from './NetworkSection';
import { MachinesSection } from './MachinesSection';
import { Section } from './Section';
import { FORM_WORDS, HOLDING_WORDS, SOURCE_WORDS, PATTERN_WORDS, patternNotes } from '../words/plan';

type Edit = (changes: Partial<Shop>) => void;

export interface LoadedShop {
  readonly machines: OpenDocument<Machines>;
  /** Told on the main computer only. */
  readonly network: Awaited<Answer<LocalNetwork>>;
}

export async function loadShop({ api, open }: Services): Promise<LoadedShop> {
  const [machines, network] = await Promise.all([
    open<Machines>({
      key: 'machines',
      kind: 'settings',
      path: '/machines',
      label: () => 'Machines',
      load: api.machines,
    }),
    api.network(),
  ]);
  return { machines: orThrow(machines), network };
}

/** The maker's own facts and habits, in one place. */
export function ShopView() {
  const { shop: document } = useServices();
  const { machines, network } = useLoaderData<LoadedShop>();
  const shop = useShop();
  useUndoKeys(document);
  const edit: Edit = (changes) => document.edit((doc) => ({ ...doc, ...changes }), Object.keys(changes).join());
  return (
    <Page title="Shop">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h1">Shop</Typography>
        <SaveBadge document={document} />
      </Box>
      <SaveTrouble document={document} />
      <SawSection shop={shop} edit={edit} />
      <MachinesSection document={machines} />
      <HabitsSection shop={shop} edit={edit} />
      <PaperAndMoney shop={shop} edit={edit} />
      <NetworkSection network={network} />
      <FactorsSection shop={shop} edit={edit} />
    </Page>
  );
}

interface SectionProps {
  readonly shop: Shop;
  readonly edit: Edit;
}

function SawSection({ shop, edit }: SectionProps) {
  const { saw } = shop;
  const set = (changes: Partial<Shop['saw']>): void => edit({ saw: { ...saw, ...changes, confirmed: true } });
  return (
    <Section title="The saw" id="saw" note="Reach and height decide what can be sawn at all, and what can be turned.">
      <LengthField label="Blade to arm" value={saw.reach} onChange={(reach) => set({ reach })} />
      <LengthField label="Greatest height" value={saw.maxHeight} onChange={(maxHeight) => set({ maxHeight })} />
      <DecimalField
        label="Table tilts to (degrees)"
        value={saw.tiltDegrees}
        least={0}
        most={90}
        onChange={(tiltDegrees) => set({ tiltDegrees })}
      />
      <Choice
        label="Blade ends it takes"
        value={saw.ends}
        options={[
          ['plain', 'Plain'],
          ['pinned', 'Pinned'],
        ]}
        onChange={(ends) => set({ ends })}
        width={170}
      />
    </Section>
  );
}

function HabitsSection({ shop, edit }: SectionProps) {
  return (
    <Section title="Habits" id="habits" note="Makers differ, and both ways are right. The plan follows yours.">
      <Choice
        label="Between two blade sizes"
        value={shop.betweenSizes}
        options={[
          ['larger', 'The larger: faster'],
          ['smaller', 'The smaller: finer'],
        ]}
        onChange={(betweenSizes) => edit({ betweenSizes })}
      />
      <Choice
        label="Favourite teeth"
        value={shop.favouriteForm}
        options={TOOTH_FORMS.filter((form) => form !== 'spiral').map((form) => [form, FORM_WORDS[form]] as const)}
        onChange={(favouriteForm) => edit({ favouriteForm })}
      />
      <Choice
        label="Order of cuts"
        value={shop.cutOrder}
        options={[
          ['inside-first', 'Inside cuts, then the outline'],
          ['outline-first', 'Outline first, then split'],
        ]}
        onChange={(cutOrder) => edit({ cutOrder })}
        help={
          shop.cutOrder === 'inside-first'
            ? 'More wood to hold, more support.'
            : 'The stack comes apart after its outline.'
        }
        width={290}
      />
      {shop.cutOrder === 'outline-first' && (
        <Choice
          label="After the split"
          value={shop.afterOutline}
          options={[
            ['singly', 'Each layer alone'],
            ['together', 'Layers that share a cut together'],
          ]}
          onChange={(afterOutline) => edit({ afterOutline })}
          width={290}
        />
      )}
      <Choice
        label="How stacks are held"
        value={shop.holding}
        options={Object.entries(HOLDING_WORDS) as [Shop['holding'], string][]}
        onChange={(holding) => edit({ holding })}
        width={290}
      />
      <HoldHigh shop={shop} edit={edit} />
      <Choice
        label="How patterns are put on"
        value={shop.pattern}
        options={Object.entries(PATTERN_WORDS) as [Shop['pattern'], string][]}
        onChange={(pattern) => edit({ pattern })}
        help={patternNotes(shop.pattern)}
        width={290}
      />
      <PatternsByWood shop={shop} edit={edit} />
      <LengthField
        label="Holding margin, each side"
        value={shop.holdingMargin}
        onChange={(holdingMargin) => edit({ holdingMargin })}
        width={200}
      />
      <Box>
        <Typography variant="body2" color="textSecondary">
          Layers in a stack, at most
        </Typography>
        <CountField
          label="Layers in a stack, at most"
          value={shop.maxLayers}
          least={1}
          most={100}
          onChange={(maxLayers) => edit({ maxLayers })}
        />
      </Box>
    </Section>
  );
}

/** How high stacks are held, where that is another way. */
function HoldHigh({ shop: { holding, holdHigh, units }, edit }: SectionProps) {
  const from = { mm: inches(1), typed: units === 'in' ? '1' : null };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
      <Choice
        label="High stacks are held"
        value={holdHigh?.holding ?? ''}
        options={[['', 'The same way'], ...(Object.entries(HOLDING_WORDS) as [Shop['holding'], string][])]}
        onChange={(way) => edit({ holdHigh: way === '' ? null : { from: holdHigh?.from ?? from, holding: way } })}
        width={290}
      />
      {holdHigh && (
        <LengthField
          label="High is from"
          value={holdHigh.from}
          onChange={(next) => edit({ holdHigh: { holding: holdHigh.holding ?? holding, from: next } })}
          width={140}
        />
      )}
    </Box>
  );
}

/** Woods for which patterns are put on another way. */
function PatternsByWood({ shop: { patternFor }, edit }: SectionProps) {
  const [wood, setWood] = useState('birch-plywood');
  const methods = Object.entries(PATTERN_WORDS) as [Shop['pattern'], string][];
  const { [wood]: own, ...others } = patternFor;
  return (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'start' }}>
      <Box sx={{ width: 230 }}>
        <WoodSelect value={wood} onChange={setWood} />
      </Box>
      <Choice
        label="Patterns on this wood"
        value={own ?? ''}
        options={[['', 'As on all'], ...methods]}
        onChange={(way) => edit({ patternFor: way === '' ? others : { ...others, [wood]: way } })}
        width={290}
      />
      {Object.entries(patternFor).map(([id, way]) => (
        <Button key={id} size="small" color="inherit" onClick={() => setWood(id)}>
          {woodById(id)?.name ?? id}: {PATTERN_WORDS[way]}
        </Button>
      ))}
    </Box>
  );
}

/** Currencies of many small shops. */
const CURRENCIES = [
  'USD',
  'EUR',
  'GBP',
  'CAD',
  'AUD',
  'NZD',
  'CHF',
  'SEK',
  'NOK',
  'DKK',
  'PLN',
  'CZK',
  'JPY',
  'ZAR',
] as const;

function PaperAndMoney({ shop, edit }: SectionProps) {
  const unit = 10 ** minorDigits(shop.currency);
  return (
    <Section title="Units, paper and money" id="units">
      <TextField
        label="Name of the shop"
        value={shop.name}
        onChange={(event) => edit({ name: event.target.value.slice(0, 120) })}
        sx={{ width: 300 }}
      />
      <Choice
        label="You work in"
        value={shop.units}
        options={[
          ['in', 'Inches'],
          ['mm', 'Millimetres'],
        ]}
        onChange={(units) => edit({ units })}
        width={160}
      />
      <Choice
        label="Paper"
        value={shop.paper}
        options={[
          ['letter', 'Letter'],
          ['a4', 'A4'],
        ]}
        onChange={(paper) => edit({ paper })}
        width={120}
      />
      <Choice
        label="Currency"
        value={shop.currency}
        options={CURRENCIES.map((code) => [code as string, code] as const)}
        onChange={(currency) => edit({ currency })}
        width={120}
      />
      <DecimalField
        label="An hour is worth"
        value={shop.hourValueMinor / unit}
        least={0}
        most={1e6}
        onChange={(value) => edit({ hourValueMinor: Math.round(value * unit) })}
      />
    </Section>
  );
}

function FactorsSection({ shop, edit }: SectionProps) {
  return (
    <Section
      title="What the minutes rest on"
      id="factors"
      note="Each figure is ours until you put in your own. An emptied field goes back to ours."
    >
      {FACTORS.map(({ id, name, unit, value, source }) => (
        <DecimalField
          key={id}
          label={`${name} (${unit})`}
          value={shop.factors[id] ?? value}
          help={shop.factors[id] === undefined ? SOURCE_WORDS[source] : SOURCE_WORDS['your-figure']}
          least={0.001}
          most={1e7}
          width={300}
          onChange={(figure) => edit({ factors: { ...shop.factors, [id]: figure } })}
          onClear={() =>
            edit({ factors: Object.fromEntries(Object.entries(shop.factors).filter(([key]) => key !== id)) })
          }
        />
      ))}
    </Section>
  );
}
