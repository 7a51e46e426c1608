import { useMemo, useState } from 'react';
import { Box, FormControlLabel, IconButton, Menu, MenuItem, Switch, TextField, Typography } from '@mui/material';
import { IconDots } from '@tabler/icons-react';
import { Link, useLoaderData, useNavigate, useRevalidator } from 'react-router';
import type { Template, TemplateCard } from '@rapid-jig/core';
import type { StoredCard } from '@rapid-jig/contract';
import { PartPicture } from '../drawing/PartPicture';
import { drawCard, scaleToFit } from '../drawing/paths';
import { useOnce } from '../fields/use-once';
import { useServices } from '../use-services';
import { useRemembered } from '../fields/use-remembered';
import { v4 as newId } from 'uuid';
import { useLive } from '../shell/use-live';
import { useMake } from '../shell/use-make';
import { Page } from '../shell/Page';
import { FIGURE } from '../theme/theme';
import { copyOfTemplate } from './copy';
import { DropZone } from './DropZone';
import { TemplateIn } from './TemplateIn';
import { counted } from '../words/counted';

/** The shop's products, each with the outlines of its parts. */
export function TemplateListView() {
  const stored = useLoaderData<StoredCard[]>();
  useLive('templates');
  const navigate = useNavigate();
  const [search, setSearch] = useRemembered('template-search', '');
  const [archived, setArchived] = useRemembered('templates-archived', 'no');
  const shown = stored.filter(
    ({ card }) =>
      (archived === 'yes' || !card.archived) && card.name.toLowerCase().includes(search.trim().toLowerCase()),
  );
  const hasArchived = stored.some(({ card }) => card.archived);
  return (
    <Page wide title="Templates">
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Templates
        </Typography>
        {stored.length > 5 && (
          <TextField label="Find" value={search} onChange={(event) => setSearch(event.target.value)} />
        )}
        {hasArchived && (
          <FormControlLabel
            control={<Switch checked={archived === 'yes'} onChange={(_event, on) => setArchived(on ? 'yes' : 'no')} />}
            label="Archived too"
          />
        )}
        <TemplateIn />
      </Box>
      <DropZone
        large={stored.length === 0}
        words={
          stored.length === 0
            ? 'Start here: drop the drawing of something you make (SVG or DXF). It becomes a template you can cut again and again.'
            : 'A new product: drop its drawing here.'
        }
        onTaken={() => void navigate('/templates/new')}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(290px, 1fr))', gap: 3, mt: 3 }}>
        {shown.map((template) => (
          <TemplateTag key={template.card.id} stored={template} />
        ))}
      </Box>
      {stored.length > 0 && shown.length === 0 && (
        <Typography color="textSecondary">No template is called that.</Typography>
      )}
    </Page>
  );
}

/** Room for the outlines on a tag, px. */
const PICTURE = { width: 250, height: 190 };
const GAP_PX = 8;

/** One product, hung up like a pattern on a nail. */
function TemplateTag({ stored: { card, revision } }: { readonly stored: StoredCard }) {
  const { pictures, scale } = useMemo(() => {
    const drawn = card.pictures.map((picture) => ({
      id: picture.partId,
      drawn: drawCard(picture),
      woodId: picture.woodId,
    }));
    return {
      pictures: drawn,
      scale: scaleToFit(
        drawn.map((one) => one.drawn.box),
        PICTURE,
        GAP_PX,
      ),
    };
  }, [card]);
  return (
    <Box
      sx={{
        position: 'relative',
        bgcolor: 'sheet',
        border: 1,
        borderColor: 'divider',
        borderRadius: '14px 14px 3px 3px',
        pt: 3,
        px: 2,
        pb: 1.5,
        '& svg': { opacity: card.archived ? 0.6 : 1 },
        '&::before': {
          content: '""',
          position: 'absolute',
          top: 9,
          left: 'calc(50% - 5px)',
          width: 10,
          height: 10,
          borderRadius: '50%',
          bgcolor: 'background.default',
          border: 1,
          borderColor: 'divider',
        },
      }}
    >
      <Box component={Link} to={`/templates/${card.id}`} sx={{ color: 'inherit', textDecoration: 'none' }}>
        <Box
          sx={{
            display: 'flex',
            gap: `${String(GAP_PX)}px`,
            flexWrap: 'wrap',
            alignItems: 'center',
            alignContent: 'center',
            justifyContent: 'center',
            height: PICTURE.height,
            width: PICTURE.width,
            mx: 'auto',
            overflow: 'hidden',
          }}
        >
          {pictures.map(({ id, drawn, woodId }) => (
            <PartPicture key={id} parts={[{ drawn, woodId }]} scale={scale} label="" />
          ))}
        </Box>
        <Typography variant="h2" sx={{ mt: 1, overflowWrap: 'anywhere' }}>
          {card.name}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Typography variant="body2" color="textSecondary" sx={{ flex: 1, ...FIGURE }}>
          {counted(card.piecesPerCopy, 'piece')} a copy · revision {revision}
          {card.archived ? ' · archived' : ''}
        </Typography>
        <TagMenu card={card} />
      </Box>
    </Box>
  );
}

function TagMenu({ card }: { readonly card: TemplateCard }) {
  const { api, say } = useServices();
  const make = useMake();
  const { once } = useOnce();
  const { revalidate } = useRevalidator();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  /** Reads the whole template, changes it, and writes what comes of it: over itself, or as a new one. */
  const put = async (change: (doc: Template) => Template): Promise<void> => {
    setAnchor(null);
    const stored = await api.template(card.id);
    if (!stored.ok) {
      say(`${stored.error.message} ${stored.error.hint}`);
      return;
    }
    const changed = change(stored.value.doc);
    await make.template(changed, changed.id === card.id ? stored.value.version : 0);
    await revalidate();
  };
  return (
    <>
      <IconButton
        aria-label={`More for ${card.name}`}
        sx={{ width: 44, height: 44 }}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <IconDots size={18} />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => void once(() => put((doc) => copyOfTemplate(doc, () => newId())))}>Duplicate</MenuItem>
        <MenuItem onClick={() => void once(() => put((doc) => ({ ...doc, archived: !doc.archived })))}>
          {card.archived ? 'Back from the archive' : 'Archive'}
        </MenuItem>
      </Menu>
    </>
  );
}
