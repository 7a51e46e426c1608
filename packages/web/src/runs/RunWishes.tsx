import { Box, Button, Typography } from '@mui/material';
import { wishesOf, withoutWish, type Run, type TemplateRevision, type Wish } from '@rapid-jig/core';
import { counted } from '../words/counted';
import { PATTERN_WORDS } from '../words/plan';
import { priceWords } from '../words/prices';
import { useOpenRun, useRunDoc, useRunState } from './RunRoute';
import { useRunPrices } from './beside-plan';

/** All that the maker wants of the stacks of the run, each with what it costs and a way to drop it. */
export function RunWishes() {
  const { session } = useOpenRun();
  const revisions = useRunState('revisions');
  const run = useRunDoc((doc) => doc);
  const prices = useRunPrices();
  const wishes = wishesOf(run);
  if (wishes.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="wishes" sx={{ mb: 3 }}>
      <Typography variant="h3" id="wishes">
        Your wishes for the stacks
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {wishes.map((wish) => {
          const words = wishWords(wish, run, revisions);
          const priced = prices?.wishes.find((one) => JSON.stringify(one.wish) === JSON.stringify(wish));
          return (
            <Box
              component="li"
              key={JSON.stringify(wish)}
              sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}
            >
              <span>
                {words}
                {priced && <b>: {priced.price ? priceWords(priced.price) : 'without it there is no plan'}</b>}
              </span>
              <Button
                size="small"
                aria-label={`Drop the wish: ${words}`}
                onClick={() => session.document.edit((doc) => withoutWish(doc, wish))}
              >
                Drop it
              </Button>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

function wishWords(wish: Wish, { stacks, maxLayers }: Run, revisions: readonly TemplateRevision[]): string {
  const parts = revisions.flatMap(({ template }) => template.parts);
  const nameOf = (id: string): string => parts.find((part) => part.id === id)?.name ?? 'a part that is gone';
  const templateName = (id: string): string =>
    revisions.find(({ template }) => template.id === id)?.template.name ?? 'a template that is gone';
  switch (wish.kind) {
    case 'apart':
      return `${nameOf(wish.partId)} with its own copies only`;
    case 'most':
      return `${nameOf(wish.partId)}: ${counted(stacks.most[wish.partId] ?? 1, 'layer')} in a stack at most`;
    case 'pattern':
      return `Patterns of ${nameOf(wish.partId)}: ${PATTERN_WORDS[stacks.patterns[wish.partId] ?? 'direct'].toLowerCase()}`;
    case 'pin': {
      const pin = stacks.pins[wish.place];
      const layers = (pin?.layers ?? []).map(({ partId, count }) => `${String(count)} × ${nameOf(partId)}`).join(', ');
      return `${counted(pin?.passes ?? 0, 'pass', 'passes')} of ${layers}`;
    }
    case 'first':
      return `${templateName(wish.templateId)}: sawn first`;
    case 'patient':
      return 'Every way to stack unlike layers is looked at, however long it takes';
    case 'layers':
      return `${counted(maxLayers ?? 1, 'layer')} in a stack at most`;
  }
}
