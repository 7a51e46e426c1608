import { useMemo, useState } from 'react';
import { v4 as newId } from 'uuid';
import { Box, Typography } from '@mui/material';
import { useStore } from 'zustand';
import { asItWasDrawn, mayLieClose, type Part, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { drawPart } from '../drawing/paths';
import { PartPicture } from '../drawing/PartPicture';
import { OnceButton } from '../fields/OnceButton';
import { useServices } from '../use-services';
import { WorkerFailed } from '../workers/restarting';

/** Parts that may share a blank, laid close together by their shapes where that saves wood. */
export function CloseSection({ document }: { readonly document: OpenDocument<Template> }) {
  const template = useStore(document.store, (state) => state.doc);
  const groups = useMemo(() => mayLieClose(template), [template]);
  if (groups.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="close" sx={{ mt: 4 }}>
      <Typography variant="h2" id="close">
        Side by side on one blank
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        Parts of one wood and thickness that a copy needs equally often can be cut as one stack. Laid close together,
        with room for the blade and a bridge between, they take less wood.
      </Typography>
      {groups.map((parts) => (
        <Group key={parts.map(({ id }) => id).join()} document={document} parts={parts} />
      ))}
    </Box>
  );
}

interface GroupProps {
  readonly document: OpenDocument<Template>;
  readonly parts: readonly Part[];
}

function Group({ document, parts }: GroupProps) {
  const { planner, say } = useServices();
  const [saved, setSaved] = useState<string | null>(null);
  const put = (moved: readonly Part[]): void =>
    document.edit((doc) => ({
      ...doc,
      parts: doc.parts.map((part) => moved.find(({ id }) => id === part.id) ?? part),
    }));
  const lay = async (): Promise<void> => {
    try {
      const close = await planner.layClose(parts, parts[0]?.sharedBlank ?? newId());
      if (!close) return setSaved('Side by side they take no less wood than each on its own.');
      put(close.parts);
      setSaved(`${String(Math.round(100 * (1 - close.areaMm2 / close.apartMm2)))} % less wood than their rectangles.`);
    } catch (error) {
      if (!(error instanceof WorkerFailed)) throw error;
      say('The part of the program that lays parts out could not be fetched. See that it still runs on its computer.');
    }
  };
  const asDrawn = (): Promise<void> => {
    put(parts.map(asItWasDrawn));
    setSaved(null);
    return Promise.resolve();
  };
  const blank = parts[0]?.sharedBlank ?? null;
  const isTogether = blank !== null && parts.every(({ sharedBlank }) => sharedBlank === blank);
  const names = parts.map(({ name }) => name).join(', ');
  return (
    <Box role="group" aria-label={names} sx={{ borderBottom: 1, borderColor: 'divider', py: 1.5 }}>
      {isTogether && (
        <PartPicture
          parts={parts.map((part) => ({ drawn: drawPart(part), woodId: part.woodId }))}
          height={180}
          label={`${names}, on one blank`}
        />
      )}
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap', mt: 1 }}>
        <Typography sx={{ overflowWrap: 'anywhere' }}>{names}</Typography>
        <OnceButton variant="outlined" onClick={lay}>
          Lay them close together
        </OnceButton>
        {parts.some(({ laid }) => laid !== null) && (
          <OnceButton onClick={asDrawn}>Each on its own again, as drawn</OnceButton>
        )}
        {saved !== null && <Typography role="status">{saved}</Typography>}
      </Box>
    </Box>
  );
}
