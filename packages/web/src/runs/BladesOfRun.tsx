import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import { inches, type BladeUse, type Plan } from '@rapid-jig/core';
import { BladeSide } from '../drawing/BladePicture';
import { FaceArea, Measure } from '../drawing/Measure';
import { useUnit } from '../services';
import { FIGURE } from '../theme/theme';
import { changeWords } from '../words/blade-changes';
import { FORM_WORDS } from '../words/plan';

/** The blades a run wears out against those in the drawer, and where each is changed. */
export function BladesOfRun({ plan }: { readonly plan: Plan }) {
  return (
    <>
      <Typography variant="h2" sx={{ mt: 3 }}>
        Blades, in the order of use
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 4, mt: 1 }}>
        {plan.bladeUses.map((use) => (
          <UsedBlade key={use.blade.id} use={use} plan={plan} />
        ))}
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Unplugged when a blade is changed. Teeth point down. It is tight when it rings high and gives no more than{' '}
        <Measure mm={inches(1 / 8)} /> to the side.
      </Typography>
    </>
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
