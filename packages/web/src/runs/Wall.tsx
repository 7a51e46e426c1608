import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import { bladesInOrder, isToSaw, type Plan, type PlannedStack } from '@rapid-jig/core';
import type { DrawnPart } from '../drawing/paths';
import { drawnSize } from '../drawing/StackPicture';
import { Below } from '../shell/Below';
import { Growing } from '../shell/Growing';
import { FORM_WORDS } from '../words/plan';
import { BeforeGlue } from './BeforeGlue';
import { DraggedLayer } from './LayersToMove';
import { MayBeCheaper } from './MayBeCheaper';
import { RunSection } from './RunSection';
import { RunWishes } from './RunWishes';
import { StackCard } from './StackCard';
import { WallFoot } from './WallFoot';

interface WallProps {
  readonly plan: Plan;
  readonly drawn: ReadonlyMap<string, DrawnPart>;
}

/** The longest blank on the wall is drawn this wide, px. */
const WIDEST_PX = 215;
/** Small work is not blown up beyond this, px for a mm. */
const LARGEST_SCALE = 1.6;
/** Shelves that are drawn at once: they fill a window. */
const AT_ONCE = 2;

/** Every stack, at one scale, on shelves in the order of sawing: one shelf for each blade that goes into the saw. */
export const Wall = memo(function Wall({ plan, drawn }: WallProps) {
  const longest = Math.max(1, ...plan.stacks.flatMap(({ gangs }) => gangs).map((gang) => drawnSize(gang)[0]));
  const scale = Math.min(LARGEST_SCALE, WIDEST_PX / longest);
  const shelves = shelvesOf(plan);
  const finished = plan.stacks.filter((stack) => !isToSaw(stack));
  return (
    <RunSection id="wall" label="The wall of stacks" title="Stacks, in the order of sawing">
      {!plan.proven && <MayBeCheaper />}
      {shelves.slice(0, AT_ONCE).map((shelf, i) => (
        <Shelf key={i} {...shelf} drawn={drawn} scale={scale} />
      ))}
      <Below>
        {shelves.slice(AT_ONCE).map((shelf, i) => (
          <Shelf key={i} {...shelf} drawn={drawn} scale={scale} />
        ))}
        {finished.length > 0 && <Shelf title="Sawn" stacks={finished} drawn={drawn} scale={scale} />}
      </Below>
      <BeforeGlue plan={plan} />
      <WallFoot plan={plan} />
      <RunWishes />
      <DraggedLayer />
      {plan.stacks.length === 0 && (
        <Typography color="textSecondary">Say how many of what, and the stacks appear here.</Typography>
      )}
    </RunSection>
  );
});

interface ShelfOfStacks {
  readonly title: string;
  readonly stacks: PlannedStack[];
}

/** Consecutive stacks that begin with the same blade at the same tilt share a shelf. */
function shelvesOf(plan: Plan): ShelfOfStacks[] {
  const shelves: (ShelfOfStacks & { bladeId: string; tilt: number })[] = [];
  for (const stack of plan.stacks) {
    const [blade] = bladesInOrder(stack);
    if (!isToSaw(stack) || !blade) continue;
    const tilt = stack.phases[0]?.cuts[0]?.rule.tiltDegrees ?? 0;
    const last = shelves[shelves.length - 1];
    const table = tilt !== 0 ? `, table tilted ${String(tilt)}°` : (last?.tilt ?? 0) !== 0 ? ', table level again' : '';
    if (last?.bladeId === blade.id && last.tilt === tilt) last.stacks.push(stack);
    else
      shelves.push({
        bladeId: blade.id,
        tilt,
        title: `${shelves.length === 0 ? 'First' : 'Then'} with number ${blade.size}, ${FORM_WORDS[blade.form]}${table}`,
        stacks: [stack],
      });
  }
  return shelves;
}

function Shelf({
  title,
  stacks,
  drawn,
  scale,
}: {
  readonly title: string;
  readonly stacks: readonly PlannedStack[];
  readonly drawn: WallProps['drawn'];
  readonly scale: number;
}) {
  return (
    <Box sx={{ mb: 3, contentVisibility: 'auto', containIntrinsicSize: 'auto 420px' }}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        {title}
      </Typography>
      <Box
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 3,
          rowGap: 3,
          alignItems: 'end',
          borderBottom: 9,
          borderColor: 'shelf',
          pb: 1.5,
        }}
      >
        <Growing items={stacks} noun="stack">
          {(shown) => shown.map((stack) => <StackCard key={stack.key} stack={stack} drawn={drawn} scale={scale} />)}
        </Growing>
      </Box>
    </Box>
  );
}
