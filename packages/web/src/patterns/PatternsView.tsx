import { useEffect, useMemo, useState } from 'react';
import listedLetters from '@fontsource/fira-sans/unicode.json';
import { Alert, Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import { IconFileTypePdf } from '@tabler/icons-react';
import { Link, useSearchParams } from 'react-router';
import {
  defaultPatternOptions,
  fileNameFor,
  type Fault,
  type LineColour,
  type Paper,
  type PatternSheetOptions,
  type PatternSheets,
  type PatternOrder,
  type TemplateRevision,
  lettersWithoutFont,
  scriptsFrom,
} from '@rapid-jig/core';
import { saveFile } from '../api/save-file';
import { Choice } from '../fields/Choice';
import { CountField } from '../fields/CountField';
import { LengthField } from '../fields/LengthField';
import { Area, Distance } from '../drawing/Measure';
import { useDrawer, useServices, useShop } from '../services';
import { Page } from '../shell/Page';
import { counted } from '../words/counted';
import { PagePicture } from './PagePicture';

const PAPERS = [
  ['letter', 'Letter'],
  ['a4', 'A4'],
] as const satisfies readonly (readonly [Paper, string])[];
const COLOURS = [
  ['black', 'Black'],
  ['blue', 'Blue'],
  ['red', 'Red'],
  ['grey', 'Grey'],
] as const satisfies readonly (readonly [LineColour, string])[];
const RULES = [
  ['on', 'On the line'],
  ['outside', 'Outside the line'],
  ['inside', 'Inside the line'],
] as const satisfies readonly (readonly [PatternSheetOptions['lineRule'], string])[];

const WEIGHTS = [
  ['0.15', 'Fine'],
  ['0.3', 'Medium'],
  ['0.5', 'Bold'],
] as const;

interface PatternsViewProps {
  readonly title: string;
  readonly back: string;
  readonly revisions: readonly TemplateRevision[];
  readonly wishes: readonly PatternOrder[];
}

/** More pages than this are told, not shown. */
const MOST_SHOWN = 12;

/** Pattern sheets: how many of what, on which paper and how, with each sheet as it will be printed. */
export function PatternsView({ title, back, revisions, wishes }: PatternsViewProps) {
  const shop = useShop();
  const [copies, setCopies] = useState<Readonly<Record<number, number>>>({});
  const [search] = useSearchParams();
  const [options, setOptions] = useState(() => ({
    ...defaultPatternOptions(shop),
    holesOnly: search.get('only') === 'holes',
  }));
  const wanted = useMemo(
    () => wishes.map((wish, i) => ({ ...wish, copies: copies[i] ?? wish.copies })),
    [wishes, copies],
  );
  const { sheets, fault } = useSheets(wanted, revisions, options);
  const change = (changes: Partial<PatternSheetOptions>): void => setOptions((before) => ({ ...before, ...changes }));
  const nothing = wanted.every((wish) => wish.copies === 0);
  return (
    <Page wide title="Patterns">
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1" sx={{ flex: 1 }}>
          Patterns: {title}
        </Typography>
        <Button component={Link} to={back} relative="path">
          Back
        </Button>
        {sheets && <LettersWithoutFont sheets={sheets} />}
        <PrintButton title={title} wanted={wanted} options={options} disabled={nothing || sheets === null} />
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
          <Look options={options} onChange={change} />
          <Copies
            wanted={wanted}
            revisions={revisions}
            onChange={(i, count) => setCopies((before) => ({ ...before, [i]: count }))}
          />
        </Box>
        <Pages sheets={sheets} nothing={nothing} />
      </Box>
    </Page>
  );
}

/** Lays the sheets out in the worker; late answers are dropped. */
function useSheets(
  wanted: readonly PatternOrder[],
  revisions: readonly TemplateRevision[],
  options: PatternSheetOptions,
) {
  const { reader } = useServices();
  const shop = useShop();
  const { blades } = useDrawer();
  const [sheets, setSheets] = useState<PatternSheets | null>(null);
  const [fault, setFault] = useState<Fault<string> | null>(null);
  useEffect(() => {
    let isWanted = true;
    void reader.sheets(wanted, revisions, { shop, drawer: blades, options }).then((result) => {
      if (!isWanted || result === null) return;
      setSheets(result.ok ? result.value : null);
      setFault(result.ok ? null : result.error);
    });
    return () => {
      isWanted = false;
    };
  }, [wanted, revisions, options, shop, blades, reader]);
  return { sheets, fault };
}

function Use({ sheets }: { readonly sheets: PatternSheets | null }) {
  if (!sheets) return <Typography color="textSecondary">Laying out …</Typography>;
  return (
    <Typography role="status" aria-label="What it takes">
      <b>{counted(sheets.pages.length, 'page')}</b> for {counted(sheets.patterns, 'pattern')}; takes{' '}
      <Distance mm={sheets.tapeMm} /> of 2 in tape, or <Area mm2={sheets.filmMm2} /> of film.
    </Typography>
  );
}

interface LookProps {
  readonly options: PatternSheetOptions;
  readonly onChange: (changes: Partial<PatternSheetOptions>) => void;
}

function Look({ options, onChange }: LookProps) {
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <Choice
          label="Paper"
          value={options.paper}
          options={PAPERS}
          onChange={(paper) => onChange({ paper })}
          width={150}
        />
        <Choice
          label="Line"
          value={options.colour}
          options={COLOURS}
          onChange={(colour) => onChange({ colour })}
          width={150}
        />
      </Box>
      <Choice
        label="Weight of the line"
        value={String(options.lineMm)}
        options={WEIGHTS}
        onChange={(weight) => onChange({ lineMm: Number(weight) })}
        width="100%"
      />
      <Choice
        label="The blade runs"
        value={options.lineRule}
        options={RULES}
        onChange={(lineRule) => onChange({ lineRule })}
        help={options.lineRule === 'on' ? '' : 'Drawn as a dashed line of its own'}
        width="100%"
      />
      {options.lineRule !== 'on' && (
        <LengthField
          label="Away from the line"
          value={{ mm: options.ruleMm, typed: `${String(options.ruleMm)} mm` }}
          onChange={({ mm }) => {
            if (mm <= 5) onChange({ ruleMm: mm });
          }}
        />
      )}
      <FormControlLabel
        control={<Switch checked={options.pierceMarks} onChange={(_event, pierceMarks) => onChange({ pierceMarks })} />}
        label="Pierce holes with their bit"
      />
      <FormControlLabel
        control={<Switch checked={options.holesOnly} onChange={(_event, holesOnly) => onChange({ holesOnly })} />}
        label="Only what is drilled, to drill by"
      />
      <FormControlLabel
        control={<Switch checked={options.numbered} onChange={(_event, numbered) => onChange({ numbered })} />}
        label="Cuts numbered in the order of sawing"
      />
    </>
  );
}

interface CopiesProps {
  readonly wanted: readonly PatternOrder[];
  readonly revisions: readonly TemplateRevision[];
  readonly onChange: (index: number, copies: number) => void;
}

function Copies({ wanted, revisions, onChange }: CopiesProps) {
  const nameOf = ({ templateId, partIds }: PatternOrder): string => {
    const template = revisions.find((one) => one.template.id === templateId)?.template;
    const names = partIds.map((id) => template?.parts.find((part) => part.id === id)?.name ?? '');
    return names.join(' + ');
  };
  return (
    <Box component="ul" aria-label="Copies" sx={{ m: 0, p: 0, listStyle: 'none' }}>
      {wanted.map((wish, i) => (
        <Box
          component="li"
          key={i}
          sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 0.75, borderTop: 1, borderColor: 'divider' }}
        >
          <Box sx={{ flex: 1, overflowWrap: 'anywhere' }}>
            {nameOf(wish)}
            {wish.stack && (
              <Typography variant="body2" color="textSecondary">
                {wish.stack}
              </Typography>
            )}
          </Box>
          <CountField
            label={`Copies of ${nameOf(wish)}`}
            value={wish.copies}
            most={500}
            onChange={(count) => onChange(i, count)}
          />
        </Box>
      ))}
    </Box>
  );
}

function Pages({ sheets, nothing }: { readonly sheets: PatternSheets | null; readonly nothing: boolean }) {
  if (nothing) return <Typography sx={{ p: 4 }}>Nothing is left to print: give a pattern a copy or more.</Typography>;
  if (!sheets) return null;
  const more = sheets.pages.length - MOST_SHOWN;
  return (
    <Box sx={{ flex: 1, minWidth: 260, display: 'flex', flexWrap: 'wrap', gap: 2.5 }}>
      {sheets.pages.slice(0, MOST_SHOWN).map((page, i) => (
        <PagePicture
          key={i}
          page={page}
          width={sheets.pages.length === 1 ? 460 : 270}
          label={`Sheet ${String(i + 1)}`}
        />
      ))}
      {more > 0 && <Typography sx={{ alignSelf: 'center' }}>and {more} more in the PDF</Typography>}
    </Box>
  );
}

const scriptOf = scriptsFrom(listedLetters);

/** Told before it is printed: a name in a script that no font of the pages has. */
function LettersWithoutFont({ sheets }: { readonly sheets: PatternSheets }) {
  const letters = useMemo(() => lettersWithoutFont(sheets.pages, scriptOf), [sheets]);
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
  readonly wanted: readonly PatternOrder[];
  readonly options: PatternSheetOptions;
  readonly disabled: boolean;
}

function PrintButton({ title, wanted, options, disabled }: PrintButtonProps) {
  const { api } = useServices();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Fault<string> | null>(null);
  const print = async (): Promise<void> => {
    setBusy(true);
    const patterns = wanted.filter(({ copies }) => copies > 0);
    const pdf = await api.patternSheets({ patterns, options });
    setBusy(false);
    setTrouble(pdf.ok ? null : pdf.error);
    if (pdf.ok) saveFile(fileNameFor({ name: `${title} patterns` }, 'pdf'), pdf.value);
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
