import { Box, Typography } from '@mui/material';
import { groupKey, LINE_KINDS, type LineKind } from '@rapid-jig/core';
import { Choice } from '../../fields/Choice';
import { counted } from '../../words/counted';
import { KIND_REASON_WORDS, LINE_KIND_WORDS } from '../../words/drawing';
import type { ShownDrawing, ShownLine } from '../../workers/reader.worker';
import type { Desk } from './desk';

const KIND_OPTIONS = LINE_KINDS.map((kind) => [kind, LINE_KIND_WORDS[kind]] as const);
const AS_PROPOSED = 'proposed';
const GROUP_OPTIONS = [[AS_PROPOSED, 'Each as proposed'] as const, ...KIND_OPTIONS];
/** Groups beyond this many are told apart by clicking. */
const MOST_GROUPS = 12;

interface LinesPanelProps {
  readonly desk: Desk;
  readonly drawing: ShownDrawing;
  readonly groups: Readonly<Record<string, LineKind>>;
  readonly chosen: string | null;
}

/** What each line is: counted by kind, corrected one by one by clicking, or all of a layer and colour at once. */
export function LinesPanel({ desk, drawing, groups, chosen }: LinesPanelProps) {
  const { lines } = drawing;
  const line = lines.find(({ id }) => id === chosen);
  const keys = [...new Set(lines.map(groupKey))].slice(0, MOST_GROUPS);
  const setGroup = (key: string, value: LineKind | typeof AS_PROPOSED): void =>
    desk.edit((steps) => {
      const { [key]: _before, ...rest } = steps.groups;
      return { ...steps, groups: value === AS_PROPOSED ? rest : { ...rest, [key]: value } };
    });
  return (
    <>
      <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: '1fr auto', rowGap: 0.5 }}>
        {LINE_KINDS.filter((kind) => lines.some((one) => one.kind === kind)).map((kind) => (
          <Box key={kind} sx={{ display: 'contents' }}>
            <Box component="dt">{LINE_KIND_WORDS[kind]}</Box>
            <Box component="dd" sx={{ m: 0, fontWeight: 600, textAlign: 'right' }}>
              {lines.filter((one) => one.kind === kind).length}
            </Box>
          </Box>
        ))}
      </Box>
      {line ? (
        <LineEditor desk={desk} line={line} />
      ) : (
        <Typography color="textSecondary">Click a line on the drawing to say what it is.</Typography>
      )}
      {keys.length > 1 && (
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
          <Typography variant="h3">By layer and colour</Typography>
          {keys.map((key) => (
            <Choice
              key={key}
              label={`${groupName(key)}: ${counted(lines.filter((one) => groupKey(one) === key).length, 'line')}`}
              value={groups[key] ?? AS_PROPOSED}
              options={GROUP_OPTIONS}
              onChange={(value) => setGroup(key, value)}
              width="100%"
            />
          ))}
        </Box>
      )}
    </>
  );
}

const groupName = (key: string): string => key.split(' / ').filter(Boolean).join(', ') || 'Without a layer';

function LineEditor({ desk, line }: { readonly desk: Desk; readonly line: ShownLine }) {
  return (
    <Box sx={{ borderLeft: 4, borderColor: 'warning.main', pl: 1.5 }}>
      <Typography variant="h3" sx={{ overflowWrap: 'anywhere' }}>
        {line.where}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5 }}>
        {LINE_KIND_WORDS[line.kind]}: {KIND_REASON_WORDS[line.reason]}.
        {line.kind !== line.proposed && ` Proposed: ${LINE_KIND_WORDS[line.proposed].toLowerCase()}.`}
      </Typography>
      <Choice
        label="This line is"
        value={line.kind}
        options={KIND_OPTIONS}
        onChange={(kind) => desk.edit((steps) => ({ ...steps, kinds: { ...steps.kinds, [line.id]: kind } }))}
        width="100%"
      />
    </Box>
  );
}
