import { Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import { gangName, type PinnedStack, type PlannedStack, type StackWishes } from '@rapid-jig/core';
import { CountField } from '../fields/CountField';
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
        The plan is the cheapest it can find. What a wish costs stands at the top of the run.
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

/** A stack as it is pinned: its layers by part, and as many passes as it has. */
export function pinOf({ gangs, layers, passesToCut, begun, done }: PlannedStack): PinnedStack {
  const counts = gangs.flatMap(({ key, parts: [part] }) =>
    part ? [{ partId: part.partId, count: layers.filter(({ gangKey }) => gangKey === key).length }] : [],
  );
  return { layers: counts, passes: passesToCut + begun.length + done.length };
}

const keyOf = ({ layers }: PinnedStack): string =>
  layers
    .map(({ partId, count }) => `${partId} ${String(count)}`)
    .sort()
    .join();
export const isSamePin = (a: PinnedStack, b: PinnedStack): boolean => keyOf(a) === keyOf(b);
