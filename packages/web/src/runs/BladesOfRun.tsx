import { memo } from 'react';
import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import { formatMinutes, inches, stackName, type BladeUse, type Plan } from '@rapid-jig/core';
import { BladeSide } from '../drawing/BladePicture';
import { FaceArea, Measure } from '../drawing/Measure';
import { useShop, useUnit } from '../use-services';
import { FIGURE } from '../theme/theme';
import { changeWords } from '../words/blade-changes';
import { counted } from '../words/counted';
import { RunSection } from './RunSection';
import { FORM_WORDS } from '../words/plan';

/** The blades a run wears out against those in the drawer, and where each is changed. */
export const BladesOfRun = memo(function BladesOfRun({ plan }: { readonly plan: Plan }) {
  const { saw } = useShop();
  if (plan.bladeUses.length === 0) return null;
  return (
    <RunSection id="blades" label="Blades" title="Blades, in the order of use">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 4, mt: 1 }}>
        {plan.bladeUses.map((use) => (
          <UsedBlade key={use.blade.id} use={use} plan={plan} />
        ))}
      </Box>
      <Turns plan={plan} />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Unplugged when a blade is changed. Teeth point down.{' '}
        {saw.holder === 'key' && 'Take the key out before you plug it in. '}
        {saw.holder === 'pins' && 'See that both pins sit in their hooks. '} It is tight when it rings high and gives no
        more than <Measure mm={inches(1 / 8)} /> to the side.
      </Typography>
    </RunSection>
  );
});

/** One blade after the other, with what each saws before the next is put in; a stack may wait and come again. */
function Turns({ plan }: { readonly plan: Plan }) {
  const { bladeTurns, changingSaved, stacks } = plan;
  const nameOf = (stackKey: string): string => {
    const stack = stacks.find(({ key }) => key === stackKey);
    return stack ? `${stackName(stack)}, ${counted(stack.layers.length, 'layer')}` : '';
  };
  if (bladeTurns.length === 0) return null;
  return (
    <details>
      <summary>
        <Typography component="span">
          The order at the saw: {counted(bladeTurns.length, 'turn')}
          {changingSaved > 0 && `, ${formatMinutes(changingSaved)} less of changing than stack by stack`}
        </Typography>
      </summary>
      <Box component="ol" aria-label="The order at the saw" sx={{ m: 0, pl: 3 }}>
        {bladeTurns.map(({ blade, spells }, i) => (
          <li key={i}>
            <b>Number {blade.size}</b>:{' '}
            {spells
              .map(({ stackKey, tiltDegrees }) =>
                tiltDegrees === 0 ? nameOf(stackKey) : `${nameOf(stackKey)} at ${String(tiltDegrees)}°`,
              )
              .join('; ')}
          </li>
        ))}
      </Box>
    </details>
  );
}

function UsedBlade({ use, plan }: { readonly use: BladeUse; readonly plan: Plan }) {
  const { unit } = useUnit();
  const { blade, count, faceAreaMm2, changes } = use;
  return (
    <Box sx={{ display: 'flex', gap: 1.25, maxWidth: 330 }}>
      <BladeSide blade={blade} length={72} />
      <Box>
        <Typography sx={FIGURE}>
          <b>{count}</b> of number {blade.size}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {FORM_WORDS[blade.form]}
          <br />
          <FaceArea mm2={faceAreaMm2} /> of cut face
          <br />
          {blade.inSaw && 'One is in the saw. '}
          {blade.onHand === null ? (
            'Not counted.'
          ) : blade.onHand >= count ? (
            `${String(blade.onHand)} in the drawer.`
          ) : (
            <>
              {blade.onHand} in the drawer: <Link to={`/blades?blade=${blade.id}`}>{count - blade.onHand} to buy</Link>.
            </>
          )}
        </Typography>
        {changes.length > 0 && (
          <details>
            <summary>
              <Typography component="span" variant="body2">
                Where to change it
              </Typography>
            </summary>
            <Box component="ol" sx={{ m: 0, pl: 2.5, maxHeight: 240, overflowY: 'auto' }}>
              {changes.map((change, i) => (
                <Typography component="li" variant="body2" key={i}>
                  {changeWords(change, plan, unit)}
                </Typography>
              ))}
            </Box>
            {count - 1 > changes.length && (
              <Typography variant="body2">
                And {count - 1 - changes.length} times more in the same way: after as much cut face.
              </Typography>
            )}
          </details>
        )}
      </Box>
    </Box>
  );
}
