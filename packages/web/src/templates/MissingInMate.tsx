import { Alert, Box, Button } from '@mui/material';
import { v4 as newId } from 'uuid';
import { featuresOfBody, giveToLayers, missingFeatures, type Body, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { FEATURE_WORDS } from '../words/layers';

interface MissingInMateProps {
  readonly document: OpenDocument<Template>;
  readonly template: Template;
  readonly body: Body;
}

/** Asks of each cut that one outer layer has and the other has not: meant, or forgotten? */
export function MissingInMate({ document, template, body }: MissingInMateProps) {
  const missing = missingFeatures(template).filter(({ bodyId }) => bodyId === body.id);
  const isMeant = (id: string): void =>
    document.edit((doc) => ({
      ...doc,
      bodies: doc.bodies.map((one) => (one.id === body.id ? { ...one, meant: [...one.meant, id] } : one)),
    }));
  const putInBoth = (id: string): void => {
    const features = featuresOfBody(template, body);
    const feature = features.ok ? features.value.find(({ ids }) => ids.includes(id)) : undefined;
    if (!feature) return;
    const last = feature.ids.length - 1;
    const wanted = feature.ids.map((own, i) => own !== null || i === 0 || i === last);
    const given = giveToLayers(template, body.id, feature, wanted, newId);
    if (given.ok) document.edit(() => given.value);
  };
  return missing.map(({ id, kind, hasIt, lacksIt }) => (
    <Alert
      key={id}
      severity="warning"
      sx={{ mb: 1, maxWidth: 900 }}
      action={
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button color="inherit" onClick={() => putInBoth(id)}>
            Put it in both
          </Button>
          <Button color="inherit" onClick={() => isMeant(id)}>
            It is meant
          </Button>
        </Box>
      }
    >
      {FEATURE_WORDS[kind].replace(/^./, (letter) => letter.toUpperCase())} in {hasIt}, none in {lacksIt}: meant?
    </Alert>
  ));
}
