import { useMemo, useState } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { IconFileTypePdf } from '@tabler/icons-react';
import { Link } from 'react-router';
import {
  fileNameFor,
  type Fault,
  type PatternOrder,
  type PatternSheetOptions,
  type TemplateRevision,
} from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { Area, Distance } from '../drawing/Measure';
import { useServices } from '../use-services';
import { Page } from '../shell/Page';
import { counted } from '../words/counted';
import type { SheetsSeen } from '../workers/reader.worker';
import { CopiesList } from './CopiesList';
import { LookFields } from './LookFields';
import { PagePicture } from './PagePicture';
import { useSheets } from './use-sheets';

interface PatternsViewProps {
  readonly title: string;
  readonly back: string;
  readonly revisions: readonly TemplateRevision[];
  readonly wishes: readonly PatternOrder[];
  readonly options: PatternSheetOptions;
  readonly onOptions: (changes: Partial<PatternSheetOptions>) => void;
}

/** Pattern sheets: how many of what, on which paper and how, with each sheet as it will be printed. */
export function PatternsView({ title, back, revisions, wishes, options, onOptions }: PatternsViewProps) {
  const [copies, setCopies] = useState<Readonly<Record<number, number>>>({});
  const wanted = useMemo(
    () => wishes.map((wish, i) => ({ ...wish, copies: copies[i] ?? wish.copies })),
    [wishes, copies],
  );
  const alone = useMemo(() => wishes.map((_wish, place) => [place]), [wishes]);
  const { sheets, fault } = useSheets(wanted, revisions, options);
  const asked = wanted.flatMap(({ copies: count }, place) => (count > 0 ? [place] : []));
  const inFile = asked.slice(0, sheets?.orders ?? 0);
  const later = sheets ? asked.length - inFile.length : 0;
  // What went into a file of several is not asked for again.
  const printed = (): void =>
    setCopies((before) =>
      later === 0 ? before : { ...before, ...Object.fromEntries(inFile.map((place) => [place, 0])) },
    );
  const nothing = asked.length === 0;
  return (
    <Page wide title="Patterns">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Patterns: {title}
        </Typography>
        <Button component={Link} to={back} relative="path">
          Back
        </Button>
        {sheets && <LettersWithoutFont letters={sheets.letters} />}
        <PrintButton
          title={title}
          patterns={inFile.flatMap((place) => wanted[place] ?? [])}
          options={options}
          disabled={nothing || sheets === null}
          onPrinted={printed}
        />
      </Box>
      {fault && (
        <Alert severity="error" sx={{ mb: 2 }}>
          {fault.message} {fault.hint}
        </Alert>
      )}
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'start' }}>
        <Box
          component="section"
          aria-label="How to print"
          sx={{ width: { xs: '100%', md: 340 }, display: 'flex', flexDirection: 'column', gap: 2 }}
        >
          <Use sheets={sheets} />
          {later > 0 && (
            <Alert severity="info">
              One file holds the first {counted(inFile.length, 'pattern')} of these. Once it is written, the{' '}
              {counted(later, 'pattern')} not printed yet are the next file.
            </Alert>
          )}
          <LookFields options={options} onChange={onOptions} />
          <CopiesList
            wanted={wanted}
            alike={sheets?.alike ?? alone}
            revisions={revisions}
            onChange={(place, count) => setCopies((before) => ({ ...before, [place]: count }))}
          />
        </Box>
        <Pages sheets={sheets} nothing={nothing} />
      </Box>
    </Page>
  );
}

function Use({ sheets }: { readonly sheets: SheetsSeen | null }) {
  if (!sheets) return <Typography color="textSecondary">Laying out …</Typography>;
  return (
    <Typography role="status" aria-label="What it takes">
      <b>{counted(sheets.pages, 'page')}</b> for {counted(sheets.patterns, 'pattern')}; takes{' '}
      <Distance mm={sheets.tapeMm} /> of 2 in tape, or <Area mm2={sheets.filmMm2} /> of film.
    </Typography>
  );
}

function Pages({ sheets, nothing }: { readonly sheets: SheetsSeen | null; readonly nothing: boolean }) {
  if (nothing) return <Typography sx={{ p: 4 }}>Nothing is left to print: give a pattern a copy or more.</Typography>;
  if (!sheets) return null;
  const more = sheets.pages - sheets.shown.length;
  return (
    <Box sx={{ flex: 1, minWidth: 260, display: 'flex', flexWrap: 'wrap', gap: 2.5 }}>
      {sheets.shown.map((page, i) => (
        <PagePicture key={i} page={page} width={sheets.pages === 1 ? 460 : 270} label={`Sheet ${String(i + 1)}`} />
      ))}
      {more > 0 && <Typography sx={{ alignSelf: 'center' }}>and {more} more in the PDF</Typography>}
    </Box>
  );
}

/** Told before it is printed: a name in a script that no font of the pages has. */
function LettersWithoutFont({ letters }: { readonly letters: readonly string[] }) {
  if (letters.length === 0) return null;
  return (
    <Alert severity="warning">
      No font of the pages has {letters.slice(0, MOST_LETTERS).join(' ')}
      {letters.length > MOST_LETTERS ? ` and ${String(letters.length - MOST_LETTERS)} more` : ''}: the PDF will show
      boxes there. Give what is named so a name in Latin, Greek or Cyrillic letters.
    </Alert>
  );
}

const MOST_LETTERS = 12;

interface PrintButtonProps {
  readonly title: string;
  readonly patterns: readonly PatternOrder[];
  readonly options: PatternSheetOptions;
  readonly disabled: boolean;
  readonly onPrinted: () => void;
}

function PrintButton({ title, patterns, options, disabled, onPrinted }: PrintButtonProps) {
  const { api } = useServices();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Fault<string> | null>(null);
  const print = async (): Promise<void> => {
    setBusy(true);
    const pdf = await api.patternSheets({ patterns, options });
    setBusy(false);
    setTrouble(pdf.ok ? null : pdf.error);
    if (!pdf.ok) return;
    saveFile(fileNameFor({ name: `${title} patterns` }, 'pdf'), pdf.value);
    onPrinted();
  };
  return (
    <>
      {trouble && (
        <Typography color="error">
          {trouble.message} {trouble.hint}
        </Typography>
      )}
      <Button
        variant="contained"
        startIcon={<IconFileTypePdf size={18} />}
        disabled={disabled || busy}
        onClick={() => void print()}
      >
        {busy ? 'Writing …' : 'PDF, true to size'}
      </Button>
    </>
  );
}
