import { Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import { gangName, isSamePin, pinOf, type PatternMethod, type PlannedStack, type StackWishes } from '@rapid-jig/core';
import { Choice } from '../fields/Choice';
import { CountField } from '../fields/CountField';
import { PATTERN_WORDS } from '../words/plan';
import { useOpenRun, useRunDoc } from './RunRoute';

/** What the maker wants of a stack, whatever it costs; what each wish costs is said in the strip above the run. */
export function StackWishesFields({ stack }: { readonly stack: PlannedStack }) {
  const { session } = useOpenRun();
  const wishes = useRunDoc((run) => run.stacks);
  const edit = (change: (stacks: StackWishes) => StackWishes): void =>
    session.document.edit((run) => ({ ...run, stacks: change(run.stacks) }));
  const own = pinOf(stack);
  const pinned = wishes.pins.find((pin) => isSamePin(pin, own));
  const others = wishes.pins.filter((pin) => !isSamePin(pin, own));
  const partIds = stack.gangs.flatMap(({ parts }) => parts.map(({ partId }) => partId));
  const most = Math.min(...partIds.map((id) => wishes.most[id] ?? Infinity));
  return (
    <Box component="section" aria-label="Your wishes">
      <Typography variant="h3">Your wishes</Typography>
      <Typography variant="body2" color="textSecondary">
        The plan is the cheapest it can find. What each wish costs stands below the wall.
      </Typography>
      <FormControlLabel
        control={
          <Switch
            checked={pinned !== undefined}
            onChange={(_event, on) => edit((stacks) => ({ ...stacks, pins: on ? [...others, own] : others }))}
          />
        }
        label="Saw just this stack"
      />
      {pinned && (
        <CountField
          label="Passes of this stack"
          value={pinned.passes}
          most={100_000}
          onChange={(passes) => edit((stacks) => ({ ...stacks, pins: [...others, { ...pinned, passes }] }))}
        />
      )}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', my: 1 }}>
        <Typography variant="body2">Layers in a stack with these, at most</Typography>
        <CountField
          label="Layers in a stack with these, at most"
          value={Number.isFinite(most) ? most : stack.layers.length}
          least={1}
          most={100}
          onChange={(layers) =>
            edit((stacks) => ({
              ...stacks,
              most: { ...stacks.most, ...Object.fromEntries(partIds.map((id) => [id, layers])) },
            }))
          }
        />
        {Number.isFinite(most) && (
          <Button
            size="small"
            onClick={() =>
              edit((stacks) => ({
                ...stacks,
                most: Object.fromEntries(Object.entries(stacks.most).filter(([id]) => !partIds.includes(id))),
              }))
            }
          >
            As the shop
          </Button>
        )}
      </Box>
      <Choice
        label="Patterns of this stack"
        value={wishes.patterns[partIds[0] ?? ''] ?? ''}
        options={[['', 'As the shop has it'], ...(Object.entries(PATTERN_WORDS) as [PatternMethod, string][])]}
        onChange={(way) =>
          edit((stacks) => {
            const kept = Object.entries(stacks.patterns).filter(([id]) => !partIds.includes(id));
            return {
              ...stacks,
              patterns: Object.fromEntries([...kept, ...(way === '' ? [] : partIds.map((id) => [id, way] as const))]),
            };
          })
        }
        width={290}
      />
      {stack.gangs.map((gang) => (
        <Alone
          key={gang.key}
          name={gangName(gang)}
          ids={gang.parts.map(({ partId }) => partId)}
          edit={edit}
          wishes={wishes}
        />
      ))}
    </Box>
  );
}

interface AloneProps {
  readonly name: string;
  readonly ids: readonly string[];
  readonly wishes: StackWishes;
  readonly edit: (change: (stacks: StackWishes) => StackWishes) => void;
}

function Alone({ name, ids, wishes, edit }: AloneProps) {
  const isAlone = ids.some((id) => wishes.apart.includes(id));
  return (
    <FormControlLabel
      sx={{ display: 'flex' }}
      control={
        <Switch
          checked={isAlone}
          onChange={(_event, on) =>
            edit((stacks) => ({
              ...stacks,
              apart: [...stacks.apart.filter((id) => !ids.includes(id)), ...(on ? ids : [])],
            }))
          }
        />
      }
      label={`${name} with its own copies only`}
    />
  );
}
