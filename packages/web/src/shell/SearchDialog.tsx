import { useEffect, useState } from 'react';
import { Autocomplete, Dialog, TextField } from '@mui/material';
import { useNavigate } from 'react-router';
import { WOODS } from '@rapid-jig/core';
import { useDrawer, useServices } from '../use-services';
import { FORM_WORDS } from '../words/plan';

interface Found {
  readonly kind: string;
  readonly name: string;
  readonly to: string;
}

/** Finds anything by name and goes there. */
export function SearchDialog({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const all = useEverything();
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" sx={{ '& .MuiDialog-container': { alignItems: 'start' } }}>
      <Autocomplete
        open
        openOnFocus
        options={all}
        groupBy={({ kind }) => kind}
        getOptionLabel={({ name }) => name}
        getOptionKey={({ kind, to, name }) => `${kind} ${to} ${name}`}
        onChange={(_event, found) => {
          if (!found) return;
          onClose();
          void navigate(found.to);
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            autoFocus
            label="Find a run, template, part, wood or blade"
            sx={{ m: 2, width: 'calc(100% - 32px)' }}
          />
        )}
        slotProps={{ listbox: { sx: { maxHeight: 380 } } }}
      />
    </Dialog>
  );
}

function useEverything(): readonly Found[] {
  const { api } = useServices();
  const { blades } = useDrawer();
  const [stored, setStored] = useState<readonly Found[]>([]);
  useEffect(() => {
    let wanted = true;
    void api.names().then((names) => {
      if (!wanted || !names.ok) return;
      const { runs, templates } = names.value;
      const found: Found[] = runs.map(({ id, name }) => ({ kind: 'Runs', name, to: `/runs/${id}` }));
      for (const { id, name, parts } of templates) {
        found.push({ kind: 'Templates', name, to: `/templates/${id}` });
        for (const part of parts)
          found.push({ kind: 'Parts', name: `${name}: ${part.name}`, to: `/templates/${id}?part=${part.id}` });
      }
      setStored(found.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind)));
    });
    return () => {
      wanted = false;
    };
  }, [api]);
  return [
    ...stored,
    ...WOODS.map(({ name, id }) => ({ kind: 'Woods', name, to: `/woods#${id}` })),
    ...blades.map((blade) => ({
      kind: 'Blades',
      name: `Number ${blade.size}, ${FORM_WORDS[blade.form]}${blade.ends === 'pinned' ? ', pinned' : ''}`,
      to: `/blades?blade=${blade.id}`,
    })),
  ];
}

const ORDER = ['Runs', 'Templates', 'Parts'];
