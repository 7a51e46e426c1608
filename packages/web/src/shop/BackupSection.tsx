import { useState } from 'react';
import { Box, Link, Typography } from '@mui/material';
import type { Backups } from '@rapid-jig/contract';
import type { Answer } from '../api/client';
import { OnceButton } from '../fields/OnceButton';
import { useServices } from '../use-services';
import { Section } from './Section';

const MEGABYTE = 1e6;

/** Backups of the shop: one a day by itself, one more at any time, each a file to be taken elsewhere. */
export function BackupSection({ loaded }: { readonly loaded: Awaited<Answer<Backups>> }) {
  const { api, base, say } = useServices();
  const [shown, setShown] = useState(loaded);
  if (!shown.ok)
    return (
      <Section title="Backup" id="backup">
        <Typography>{`${shown.error.message} ${shown.error.hint}`}</Typography>
      </Section>
    );
  const { folder, keep, backups } = shown.value;
  const make = async (): Promise<void> => {
    const answer = await api.makeBackup();
    if (answer.ok) setShown(answer);
    say(answer.ok ? 'Written, read again, and whole.' : `${answer.error.message} ${answer.error.hint}`);
  };
  return (
    <Section
      title="Backup"
      id="backup"
      note="One file has everything: templates and their drawings, runs and what was done, photos, rack and blades. Take one to another disk now and then; a computer that breaks takes its own backups with it."
    >
      <Box sx={{ width: '100%' }}>
        <OnceButton variant="outlined" onClick={make}>
          Make a backup now
        </OnceButton>
        <Typography variant="body2" color="textSecondary" sx={{ mt: 1, overflowWrap: 'anywhere' }}>
          {keep > 0
            ? `One is made every day while the program is open; the last ${String(keep)} stay`
            : 'None is made by itself; they lie'}{' '}
          in {folder}. To put one back, stop the program and run <code>npm run restore -- the file</code>.
        </Typography>
      </Box>
      <Box component="ul" aria-label="Backups" sx={{ m: 0, pl: 2.5, '&:empty': { display: 'none' } }}>
        {backups.map(({ name, madeAt, bytes }) => (
          <li key={name}>
            <Link href={`${base}/api/backups/${name}`} download={name} sx={{ display: 'inline-block', py: 1.25 }}>
              {new Date(madeAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
            </Link>
            , {(bytes / MEGABYTE).toFixed(1)} MB
          </li>
        ))}
      </Box>
    </Section>
  );
}
