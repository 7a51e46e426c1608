import { memo, useState } from 'react';
import { Autocomplete, Box, Button, FormControlLabel, Switch, TextField, Typography } from '@mui/material';
import { isToSaw, totalMinutes, withoutWish, type Plan, type Run, type RunLine, type Wish } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
import { useShop } from '../use-services';
import { Growing } from '../shell/Growing';
import { FIGURE } from '../theme/theme';
import { MeasuredWoods } from './MeasuredWoods';
import { PartCounts } from './PartCounts';
import { useOpenRun, useRunDoc } from './RunRoute';
import { RunSpareField } from './SpareField';
import { VariantCounts } from './VariantCounts';

/** Beside the long wall it stays in view, and scrolls for itself. */
const COLUMN = {
  width: { xs: '100%', md: 330, lg: 400 },
  flex: 'none',
  display: 'flex',
  flexDirection: 'column',
  gap: 2,
  scrollMarginTop: 'var(--run-index)',
  position: { md: 'sticky' },
  top: 'var(--run-index)',
  maxHeight: { md: 'calc(100vh - var(--run-index))' },
  overflowY: { md: 'auto' },
  // Room for the ring of what has the focus.
  p: { md: 0.5 },
  m: { md: -0.5 },
} as const;

/** What to make and how many: every change plans the run again. */
export const MakeColumn = memo(function MakeColumn({ plan }: { readonly plan: Plan | null }) {
  const lines = useRunDoc((run) => run.lines);
  return (
    <Box component="section" id="count" aria-label="What to make" sx={COLUMN}>
      <Growing items={lines} noun="template">
        {(shown) => shown.map((line) => <Line key={line.templateId} line={line} plan={plan} />)}
      </Growing>
      <AddTemplate taken={lines.map(({ templateId }) => templateId).join()} />
      <RunHabits againMinutes={plan && longestPass(plan)} />
      {plan && <MeasuredWoods plan={plan} />}
    </Box>
  );
});

const longestPass = ({ stacks }: Plan): number | null => {
  const minutes = stacks.filter(isToSaw).map(({ passMinutes }) => totalMinutes(passMinutes));
  return minutes.length > 0 ? Math.max(...minutes) : null;
};

/** Spares and layers for the whole run. */
function RunHabits({ againMinutes }: { readonly againMinutes: number | null }) {
  const { session } = useOpenRun();
  const spares = useRunDoc((run) => run.spares);
  const maxLayers = useRunDoc((run) => run.maxLayers);
  const refillSpares = useRunDoc((run) => run.refillSpares);
  const shop = useShop();
  const edit = (changes: Partial<Run>): void => session.document.edit((run) => ({ ...run, ...changes }));
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', pt: 2, display: 'flex', flexDirection: 'column', gap: 1.5 }}>
      <RunSpareField
        label="Spares of every part"
        rule={spares}
        againMinutes={againMinutes}
        onChange={(rule) => edit({ spares: rule })}
      />
      <FormControlLabel
        sx={{ ml: 0, justifyContent: 'space-between' }}
        labelPlacement="start"
        control={<Switch checked={refillSpares} onChange={(_event, on) => edit({ refillSpares: on })} />}
        label="Make spares again that spoiled pieces used up"
      />
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}>
        <Typography sx={{ flex: 1 }}>Layers in a stack, at most</Typography>
        <CountField
          label="Layers in a stack, at most"
          value={maxLayers ?? shop.maxLayers}
          least={1}
          most={100}
          onChange={(layers) => edit({ maxLayers: layers })}
        />
      </Box>
      <FormControlLabel
        sx={{ ml: 0, justifyContent: 'space-between' }}
        labelPlacement="start"
        control={
          <Switch
            checked={maxLayers === null}
            onChange={(_event, on) => edit({ maxLayers: on ? null : shop.maxLayers })}
          />
        }
        label="As the shop has it"
      />
    </Box>
  );
}

const Line = memo(function Line({ line, plan }: { readonly line: RunLine; readonly plan: Plan | null }) {
  const { session, templates } = useOpenRun();
  const stored = templates.find(({ card }) => card.id === line.templateId);
  const name = stored?.card.name ?? 'Template';
  const edit = (changes: Partial<RunLine>): void => {
    session.document.edit(
      (run) => ({
        ...run,
        lines: run.lines.map((one) => (one.templateId === line.templateId ? { ...one, ...changes } : one)),
      }),
      `${line.templateId} ${Object.keys(changes).join()}`,
    );
  };
  const isFirst = useRunDoc((run) => run.stacks.first.includes(line.templateId));
  const first: Wish = { kind: 'first', templateId: line.templateId };
  const toggleFirst = (): void =>
    session.document.edit((run) => {
      const others = withoutWish(run, first);
      const { stacks } = others;
      return isFirst ? others : { ...others, stacks: { ...stacks, first: [...stacks.first, line.templateId] } };
    });
  const remove = (): void => {
    session.document.edit((run) => ({
      ...withoutWish(run, first),
      lines: run.lines.filter(({ templateId }) => templateId !== line.templateId),
    }));
  };
  return (
    <Box
      component="article"
      aria-label={name}
      sx={{
        bgcolor: 'sheet',
        border: 1,
        borderColor: 'divider',
        borderLeft: 6,
        borderLeftColor: 'shelf',
        borderRadius: 1,
        p: 1.5,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
        <CountField
          label={`Copies of ${name}`}
          value={line.copies}
          onChange={(copies) => edit({ copies, variants: {} })}
        />
        <Typography variant="h2" sx={{ flex: 1, overflowWrap: 'anywhere' }}>
          {name}
        </Typography>
      </Box>
      <VariantCounts line={line} onChange={(variants) => edit({ variants })} />
      {plan && <PartCounts line={line} plan={plan} onChange={edit} />}
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', mt: 0.5 }}>
        <Typography variant="body2" color="textSecondary" sx={FIGURE}>
          revision {line.revision}
        </Typography>
        {stored && stored.revision > line.revision && (
          <Button size="small" onClick={() => void session.takeRevision(line.templateId, stored.revision)}>
            Take revision {stored.revision}
          </Button>
        )}
        <Button
          size="small"
          color="inherit"
          variant={isFirst ? 'outlined' : 'text'}
          aria-pressed={isFirst}
          onClick={toggleFirst}
        >
          {isFirst ? 'Sawn first' : 'Saw first'}
        </Button>
        <Button size="small" color="inherit" onClick={remove}>
          Leave out
        </Button>
      </Box>
    </Box>
  );
});

/** Chooses one more template. `taken` are the ids of those in the run, with commas. */
const AddTemplate = memo(function AddTemplate({ taken }: { readonly taken: string }) {
  const { session, templates } = useOpenRun();
  const [typed, setTyped] = useState('');
  const free = templates.filter(({ card }) => !card.archived && card.parts.length > 0 && !taken.includes(card.id));
  if (free.length === 0)
    return taken === '' ? <Typography color="textSecondary">There is no template with parts yet.</Typography> : null;
  return (
    <Autocomplete
      size="small"
      options={free}
      value={null}
      inputValue={typed}
      onInputChange={(_event, text) => setTyped(text)}
      blurOnSelect
      getOptionLabel={({ card }) => card.name}
      getOptionKey={({ card }) => card.id}
      onChange={(_event, chosen) => {
        if (chosen) void session.addTemplate(chosen.card.id, chosen.revision);
        setTyped('');
      }}
      renderInput={(params) => <TextField {...params} label={taken === '' ? 'What will you make?' : 'Also make'} />}
    />
  );
});
