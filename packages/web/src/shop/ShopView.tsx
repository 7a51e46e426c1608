import { Autocomplete, Box, TextField, Typography } from '@mui/material';
import { useLoaderData } from 'react-router';
import { type Machines } from '@rapid-jig/core';
import type { Backups, LocalNetwork } from '@rapid-jig/contract';
import type { Answer } from '../api/client';
import type { OpenDocument } from '../documents/document';
import { MoneyField } from '../fields/MoneyField';
import { ShortField } from '../fields/ShortField';
import { Choice } from '../fields/Choice';
import { useServices, useShop } from '../use-services';
import type { Services } from '../services';
import { orThrow } from '../shell/or-throw';
import { Page } from '../shell/Page';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { BackupSection } from './BackupSection';
import { NetworkSection } from './NetworkSection';
import { FactorsSection } from './FactorsSection';
import { MachinesSection } from './MachinesSection';
import { HabitsSection, type Edit, type SectionProps } from './HabitsSection';
import { SawSection } from './SawSection';
import { Section } from './Section';
import { SetUpSection } from './SetUpSection';

export interface LoadedShop {
  readonly machines: OpenDocument<Machines>;
  /** Told on the main computer only. */
  readonly network: Awaited<Answer<LocalNetwork>>;
  /** null in the demo, which is made anew instead. */
  readonly backups: Awaited<Answer<Backups>> | null;
}

export async function loadShop({ api, base, open }: Services): Promise<LoadedShop> {
  const [machines, network, backups] = await Promise.all([
    open<Machines>({
      key: 'machines',
      kind: 'settings',
      path: '/machines',
      label: () => 'Machines',
      load: api.machines,
    }),
    api.network(),
    base === '' ? api.backups() : null,
  ]);
  return { machines: orThrow(machines), network, backups };
}

/** The maker's own facts and habits, in one place. */
export function ShopView() {
  const { shop: document } = useServices();
  const { machines, network, backups } = useLoaderData<LoadedShop>();
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
      <SetUpSection />
      <MachinesSection document={machines} />
      <HabitsSection shop={shop} edit={edit} />
      <PaperAndMoney shop={shop} edit={edit} />
      {backups && <BackupSection loaded={backups} />}
      <NetworkSection network={network} />
      <FactorsSection shop={shop} edit={edit} />
    </Page>
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
  return (
    <Section title="Name, people, units, paper and money" id="units">
      <ShortField label="Name of the shop" value={shop.name} onChange={(name) => edit({ name })} sx={{ width: 300 }} />
      <Autocomplete
        multiple
        freeSolo
        autoSelect
        options={[]}
        value={[...shop.people]}
        onChange={(_event, names: string[]) =>
          edit({ people: [...new Set(names.map((name) => name.trim().slice(0, 60)).filter((name) => name !== ''))] })
        }
        renderInput={(field) => (
          <TextField
            {...field}
            label="Who works at the saw"
            helperText="A name, then Enter. The record says who did what."
          />
        )}
        sx={{ width: 420, maxWidth: '100%' }}
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
      <MoneyField
        label="An hour is worth"
        minor={shop.hourValueMinor}
        onChange={(hourValueMinor) => edit({ hourValueMinor })}
      />
    </Section>
  );
}
