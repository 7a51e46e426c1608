import { Alert, Box, Button } from '@mui/material';
import { v4 as newId } from 'uuid';
import { asMeant, giveToBoth, type MissingFeature, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { FEATURE_WORDS } from '../words/layers';

interface MissingInMateProps {
  readonly document: OpenDocument<Template>;
  readonly template: Template;
  readonly missing: readonly MissingFeature[];
}

/** Asks of each cut that one of two mates has and the other has not: meant, or forgotten? */
export function MissingInMate({ document, template, missing }: MissingInMateProps) {
  const putInBoth = (feature: MissingFeature): void => {
    const given = giveToBoth(template, feature, newId);
    if (given.ok) document.edit(() => given.value);
  };
  return missing.map((feature) => (
    <Alert
      key={`${feature.body.id} ${feature.id}`}
      severity="warning"
      sx={{ mb: 1, maxWidth: 900 }}
      action={
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button color="inherit" onClick={() => putInBoth(feature)}>
            Put it in both
          </Button>
          <Button color="inherit" onClick={() => document.edit((doc) => asMeant(doc, feature))}>
            It is meant
          </Button>
        </Box>
      }
    >
      {FEATURE_WORDS[feature.kind].replace(/^./, (letter) => letter.toUpperCase())} in {feature.hasIt}, none in{' '}
      {feature.lacksIt}: meant?
    </Alert>
  ));
}
