import { useState } from 'react';
import { Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import { inches, TOOTH_FORMS, woodById, type Shop } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { CountField } from '../fields/CountField';
import { LengthField } from '../fields/LengthField';
import { WoodSelect } from '../fields/WoodSelect';
import { FORM_WORDS, HOLDING_WORDS, PATTERN_WORDS, patternNotes } from '../words/plan';
import { Section } from './Section';

export type Edit = (changes: Partial<Shop>) => void;

export interface SectionProps {
  readonly shop: Shop;
  readonly edit: Edit;
}

const CORNER_NOTES: Readonly<Record<Shop['corners'], string>> = {
  'by-the-room': 'Outside a loop or a run into the waste; inside turned on the spot, or two cuts.',
  'on-the-spot': 'Wherever the blade is narrow and the table level; else as there is room.',
  'two-cuts': 'The sharpest, for joints; outside a loop or a run into the waste.',
};

/** How the maker works: the plan follows it. */
export function HabitsSection({ shop, edit }: SectionProps) {
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
      <Box sx={{ display: 'flex', flexDirection: 'column' }}>
        <FormControlLabel
          control={
            <Switch checked={shop.useWhatIsLeft} onChange={(_event, useWhatIsLeft) => edit({ useWhatIsLeft })} />
          }
          label="Use only blades that are left"
        />
        <FormControlLabel
          control={<Switch checked={shop.keepInSaw} onChange={(_event, keepInSaw) => edit({ keepInSaw })} />}
          label="Keep the blade that is in the saw"
        />
        <FormControlLabel
          control={<Switch checked={shop.secondEntry} onChange={(_event, secondEntry) => edit({ secondEntry })} />}
          label="Two entry holes in very hard wood"
        />
      </Box>
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
        label="Sharp corners"
        value={shop.corners}
        options={[
          ['by-the-room', 'By the room around them'],
          ['on-the-spot', 'Turned on the spot'],
          ['two-cuts', 'Inside: two cuts that meet'],
        ]}
        onChange={(corners) => edit({ corners })}
        help={CORNER_NOTES[shop.corners]}
        width={290}
      />
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
