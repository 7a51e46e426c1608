import { useMemo, useState } from 'react';
import { Box, FormControlLabel, IconButton, Menu, MenuItem, Switch, TextField, Typography } from '@mui/material';
import { IconDots } from '@tabler/icons-react';
import { Link, useLoaderData, useNavigate, useRevalidator } from 'react-router';
import type { Template } from '@rapid-jig/core';
import type { StoredTemplate } from '@rapid-jig/contract';
import { PartPicture } from '../drawing/PartPicture';
import { drawPart, scaleToFit } from '../drawing/paths';
import { useRemembered } from '../fields/use-remembered';
import { v4 as newId } from 'uuid';
import { useMake } from '../documents/make';
import { Page } from '../shell/Page';
import { FIGURE } from '../theme/theme';
import { copyOfTemplate } from './copy';
import { DropZone } from './DropZone';
import { counted } from '../words/counted';

/** The shop's products, each with the outlines of its parts. */
export function TemplateListView() {
  const stored = useLoaderData<StoredTemplate[]>();
  const navigate = useNavigate();
  const [search, setSearch] = useRemembered('template-search', '');
  const [archived, setArchived] = useRemembered('templates-archived', 'no');
  const shown = stored.filter(
    ({ doc }) => (archived === 'yes' || !doc.archived) && doc.name.toLowerCase().includes(search.trim().toLowerCase()),
  );
  const hasArchived = stored.some(({ doc }) => doc.archived);
  return (
    <Page wide>
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
          <TemplateTag key={template.doc.id} stored={template} />
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
/** More parts than this would be too small to tell apart. */
const MOST_PICTURES = 12;

/** One product, hung up like a pattern on a nail. */
function TemplateTag({ stored: { doc, revision, version } }: { readonly stored: StoredTemplate }) {
  const { pictures, scale } = useMemo(() => {
    const drawn = doc.parts
      .slice(0, MOST_PICTURES)
      .map((part) => ({ id: part.id, drawn: drawPart(part), woodId: part.woodId }));
    return {
      pictures: drawn,
      scale: scaleToFit(
        drawn.map((one) => one.drawn.box),
        PICTURE,
        GAP_PX,
      ),
    };
  }, [doc]);
  const perCopy = doc.parts.reduce((sum, part) => sum + part.perCopy, 0);
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
        opacity: doc.archived ? 0.6 : 1,
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
      <Box component={Link} to={`/templates/${doc.id}`} sx={{ color: 'inherit', textDecoration: 'none' }}>
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
          {doc.name}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Typography variant="body2" color="textSecondary" sx={{ flex: 1, ...FIGURE }}>
          {counted(perCopy, 'piece')} a copy · revision {revision}
          {doc.archived ? ' · archived' : ''}
        </Typography>
        <TagMenu doc={doc} version={version} />
      </Box>
    </Box>
  );
}

function TagMenu({ doc, version }: { readonly doc: Template; readonly version: number }) {
  const make = useMake();
  const { revalidate } = useRevalidator();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const put = async (changed: Template, of: number): Promise<void> => {
    // The menu closes with the first tap, so a second one finds nothing to tap.
    setAnchor(null);
    if (anchor === null) return;
    await make.template(changed, of);
    await revalidate();
  };
  return (
    <>
      <IconButton aria-label={`More for ${doc.name}`} onClick={(event) => setAnchor(event.currentTarget)}>
        <IconDots size={18} />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem
          onClick={() =>
            void put(
              copyOfTemplate(doc, () => newId()),
              0,
            )
          }
        >
          Duplicate
        </MenuItem>
        <MenuItem onClick={() => void put({ ...doc, archived: !doc.archived }, version)}>
          {doc.archived ? 'Take out of the archive' : 'Archive'}
        </MenuItem>
      </Menu>
    </>
  );
}
