import { useMemo, useState } from 'react';
import { Alert, Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import {
  CUT_WANTS,
  cutsOf,
  drillableCuts,
  drilledInstead,
  LINE_RULES,
  pathBox,
  ruleOf,
  toSvgPathData,
  wantsOf,
  withRule,
  withWant,
  withWants,
  type CutRule,
  type Part,
} from '@rapid-jig/core';
import { viewBoxOf } from '../drawing/paths';
import { woodFill } from '../drawing/WoodDefs';
import { Choice } from '../fields/Choice';
import { DecimalField } from '../fields/DecimalField';
import { DRAWN } from '../theme/drawn';
import { Measure } from '../drawing/Measure';
import { useShop } from '../use-services';
import { counted } from '../words/counted';
import { cutRuleWords, KEPT_WORDS, LINE_RULE_WORDS, WANT_WORDS } from '../words/cuts';

interface CutRulesProps {
  readonly part: Part;
  readonly onChange: (part: Part) => void;
}

/** Furthest a table tilts, degrees; how far a shop's own goes is asked when a run is planned. */
const STEEPEST = 60;

const KIND_WORDS = { outside: 'Outline', inside: 'Inside cut', through: 'Through cut' } as const;

interface NamedCut {
  readonly id: string;
  readonly name: string;
  readonly isInside: boolean;
  readonly data: string;
}

/** The outline first, then each kind numbered in its order. */
function namedCuts(part: Part): NamedCut[] {
  const cuts = cutsOf(part);
  const ofKind = (kind: keyof typeof KIND_WORDS): NamedCut[] =>
    cuts
      .filter((one) => one.kind === kind)
      .map(({ cut }, i) => ({
        id: cut.id,
        name: kind === 'outside' ? KIND_WORDS[kind] : `${KIND_WORDS[kind]} ${String(i + 1)}`,
        isInside: kind === 'inside',
        data: toSvgPathData(cut.path),
      }));
  return [...ofKind('outside'), ...ofKind('inside'), ...ofKind('through')];
}

/** How a cut of a part is sawn and what it wants, in words; '' where all is plain. */
const wordsOf = (part: Part, cutId: string): string => cutRuleWords(ruleOf(part, cutId), wantsOf(part, cutId));

/** Which side of its line each cut runs, at which tilt, what of its waste is kept and what it wants of a blade: one cut at a time, chosen in the picture or by name. */
export function CutRules({ part, onChange }: CutRulesProps) {
  const cuts = useMemo(() => namedCuts(part), [part]);
  const [wanted, setWanted] = useState<string | null>(null);
  const chosen = cuts.find(({ id }) => id === wanted) ?? cuts[0];
  if (!chosen) return null;
  const rule = ruleOf(part, chosen.id);
  const set = (changes: Partial<CutRule>): void => onChange(withRule(part, chosen.id, changes));
  const ruled = cuts.filter(({ id }) => wordsOf(part, id) !== '');
  return (
    <Box component="section" aria-label="How its cuts are sawn">
      <Typography variant="h3" sx={{ mb: 1 }}>
        How its cuts are sawn
      </Typography>
      <ForTheDrill part={part} onChange={onChange} />
      <CutsPicture part={part} cuts={cuts} chosen={chosen.id} onChoose={setWanted} />
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, mt: 1.5 }}>
        <Choice
          label="Cut"
          value={chosen.id}
          options={cuts.map(({ id, name }) => [id, name] as const)}
          onChange={setWanted}
          width="100%"
        />
        <Choice
          label="The blade runs"
          value={rule.line}
          options={LINE_RULES.map((line) => [line, LINE_RULE_WORDS[line]] as const)}
          onChange={(line) => set({ line })}
          width="100%"
        />
        <DecimalField
          key={chosen.id}
          label="Tilt of the table (degrees)"
          value={rule.tiltDegrees}
          least={-STEEPEST}
          most={STEEPEST}
          onChange={(tiltDegrees) => set({ tiltDegrees })}
          help={rule.tiltDegrees === 0 ? 'Level.' : 'Sawn one layer at a time: through a stack it would drift.'}
        />
        {chosen.isInside && (
          <Choice
            label="What falls out is"
            value={rule.kept ?? 'waste'}
            options={Object.entries(KEPT_WORDS) as [keyof typeof KEPT_WORDS, string][]}
            onChange={(kept) => set({ kept: kept === 'waste' ? null : kept })}
            width="100%"
          />
        )}
        <Wants part={part} cutId={chosen.id} all={cuts.map(({ id }) => id)} onChange={onChange} />
      </Box>
      {ruled.map(({ id, name }) => (
        <Button key={id} size="small" color="inherit" sx={{ display: 'block', mt: 0.5 }} onClick={() => setWanted(id)}>
          {name}: {wordsOf(part, id)}
        </Button>
      ))}
    </Box>
  );
}

/** Round openings that a bit of the shop makes: drilled they are rounder, and sooner done. */
function ForTheDrill({ part, onChange }: CutRulesProps) {
  const { bits } = useShop();
  const drillable = drillableCuts(part, bits?.map(({ diameter }) => diameter.mm) ?? null);
  if (drillable.length === 0) return null;
  const sizes = [...new Set(drillable.map(({ bitMm }) => bitMm))];
  const drilled = (): Part => drillable.reduce((one, { cutId }) => drilledInstead(one, cutId), part);
  return (
    <Alert
      severity="info"
      sx={{ mb: 1 }}
      action={
        <Button color="inherit" size="small" onClick={() => onChange(drilled())}>
          Drill {drillable.length === 1 ? 'it' : 'them'}
        </Button>
      }
    >
      {counted(drillable.length, 'round opening')} that a bit makes in one go:{' '}
      {sizes.map((bitMm, i) => (
        <span key={bitMm}>
          {i > 0 && ', '}
          <Measure mm={bitMm} />
        </span>
      ))}
      .
    </Alert>
  );
}

interface WantsProps extends CutRulesProps {
  readonly cutId: string;
  readonly all: readonly string[];
}

/** What a cut wants of a blade; the same can be wanted of every cut of its part, as of a puzzle. */
function Wants({ part, cutId, all, onChange }: WantsProps) {
  const wants = wantsOf(part, cutId);
  const isOfAll = all.every((id) => wantsOf(part, id).join() === wants.join());
  const forAll = (): Part => all.reduce((one, id) => withWants(one, id, wants), part);
  return (
    <Box>
      {CUT_WANTS.map((want) => (
        <FormControlLabel
          key={want}
          control={
            <Switch
              checked={wants.includes(want)}
              onChange={(_event, isOn) => onChange(withWant(part, cutId, want, isOn))}
            />
          }
          label={WANT_WORDS[want]}
        />
      ))}
      {!isOfAll && (
        <Button size="small" color="inherit" onClick={() => onChange(forAll())}>
          Want the same of all its cuts
        </Button>
      )}
    </Box>
  );
}

interface CutsPictureProps {
  readonly part: Part;
  readonly cuts: readonly NamedCut[];
  readonly chosen: string;
  readonly onChoose: (id: string) => void;
}

/** The part with the chosen cut in the strong colour, those that are not plain dashed; a tap on a line chooses it. */
function CutsPicture({ part, cuts, chosen, onChoose }: CutsPictureProps) {
  const solid = { fill: 'none', vectorEffect: 'non-scaling-stroke' as const };
  const [outline] = cuts;
  return (
    <svg
      role="img"
      aria-label={`${part.name} with its cuts`}
      viewBox={viewBoxOf(pathBox(part.outline.path), 2)}
      style={{ width: '100%', maxHeight: 190, display: 'block' }}
    >
      <path d={outline?.data} fill={woodFill(part.woodId)} />
      {cuts.map(({ id, data }) => (
        <g key={id} onClick={() => onChoose(id)} style={{ cursor: 'pointer' }}>
          <path d={data} stroke="transparent" strokeWidth="14" {...solid} pointerEvents="stroke" />
          <path d={data} stroke={DRAWN.opening} strokeWidth={id === chosen ? 6 : 3} {...solid} />
          <path
            d={data}
            stroke={id === chosen ? 'var(--rj-palette-line)' : DRAWN.pencil}
            strokeWidth={id === chosen ? 3 : 1.2}
            strokeDasharray={wordsOf(part, id) === '' ? undefined : '5 3'}
            {...solid}
          />
        </g>
      ))}
    </svg>
  );
}
