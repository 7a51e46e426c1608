import { Box, Typography } from '@mui/material';
import { bridgeStrength, compareMm, type PartUnderstanding, type WaysToFit } from '@rapid-jig/core';
import { Choice } from '../../fields/Choice';
import { LengthField } from '../../fields/LengthField';
import { Distance, FaceArea, Measure } from '../../drawing/Measure';
import { WoodSelect } from '../../fields/WoodSelect';
import { useUnit } from '../../use-services';
import { counted } from '../../words/counted';
import { BRIDGE_WORDS, DIFFICULTY_WORDS, difficultyReasonWords } from '../../words/drawing';
import type { Understood } from '../../workers/reader.worker';
import type { Desk, Making } from './desk';
import { FIGURE } from '../../theme/theme';

interface AsksPanelProps {
  readonly desk: Desk;
  readonly making: Making;
  readonly understood: Understood;
  readonly part: PartUnderstanding;
  /** Names of the parts by the id of their outline. */
  readonly names: ReadonlyMap<string, string>;
  readonly onPart: (id: string) => void;
}

/** What a part asks of blade and hand: figures that are marked on the drawing where they were measured. */
export function AsksPanel({ desk, making, understood, part, names, onPart }: AsksPanelProps) {
  const { unit } = useUnit();
  const { parts, alike, notCompared } = understood;
  const { level, reasons } = part.difficulty;
  return (
    <>
      {parts.length > 1 && (
        <Choice
          label="Part"
          value={part.part}
          options={parts.map(({ part: id }) => [id, names.get(id) ?? id] as const)}
          onChange={onPart}
          width="100%"
        />
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <WoodSelect value={making.woodId} onChange={(woodId) => desk.make({ woodId })} />
        <LengthField
          label="Thickness"
          value={making.thickness}
          onChange={(thickness) => desk.make({ thickness })}
          width={130}
        />
      </Box>
      <Box>
        <Typography variant="h2">{DIFFICULTY_WORDS[level]}</Typography>
        {reasons.length > 0 && (
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {reasons.map((reason) => (
              <li key={reason.rule}>{difficultyReasonWords(reason, unit)}</li>
            ))}
          </Box>
        )}
      </Box>
      <Figures part={part} thicknessMm={making.thickness.mm} />
      <LengthField
        label="The same within"
        value={{ mm: making.fitTolerance, typed: `${String(making.fitTolerance)} mm` }}
        onChange={({ mm }) => {
          if (compareMm(mm, 5) <= 0) desk.make({ fitTolerance: mm });
        }}
        width={150}
      />
      <Alike alike={alike} names={names} />
      {notCompared > 0 && (
        <Typography variant="body2" color="textSecondary">
          {notCompared} parts were not held against all others: too many are nearly alike. What is said of them is true;
          more of them may be alike.
        </Typography>
      )}
    </>
  );
}

function Figures({ part, thicknessMm }: { readonly part: PartUnderstanding; readonly thicknessMm: number }) {
  const { lengthMm, corners, bridge, tightest, tips, stand, ways, pierce, noPierce, pieces, falling, areaMm2 } = part;
  const inside = corners.filter((corner) => corner.inside && corner.kind !== 'blunt').length;
  const second = pierce.filter(({ place }) => place === 'second').length;
  return (
    <Box
      component="dl"
      aria-label="Figures"
      sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.75, ...FIGURE }}
    >
      <Row name="Line to saw">
        <Distance mm={lengthMm.outside + lengthMm.inside + lengthMm.through} />
        <Note>
          outline <Distance mm={lengthMm.outside} />
          {lengthMm.inside > 0 && (
            <>
              , inside <Distance mm={lengthMm.inside} />
            </>
          )}
          {lengthMm.through > 0 && (
            <>
              , through <Distance mm={lengthMm.through} />
            </>
          )}
        </Note>
      </Row>
      <Row name="Wood that stays">
        <FaceArea mm2={areaMm2} />
      </Row>
      <Row name="Corners">
        {corners.length}
        <Note>
          {counted(corners.filter(({ kind }) => kind === 'sharp').length, 'sharp point')}, {inside} inside to turn in
        </Note>
      </Row>
      <Row name="Tightest curve">
        {tightest ? (
          <>
            radius <Measure mm={tightest.radius} />
          </>
        ) : (
          'none'
        )}
      </Row>
      <Row name="Thinnest bridge">
        {bridge ? (
          <>
            <Measure mm={bridge.width} /> <Note>{BRIDGE_WORDS[bridgeStrength(bridge.width, thicknessMm)]}</Note>
          </>
        ) : (
          'none under an inch'
        )}
      </Row>
      <Row name="Fragile tips">
        {tips.length === 0 ? 'none' : tips.length}
        {tips[0] && (
          <Note>
            the thinnest <Measure mm={tips[0].width} /> wide
          </Note>
        )}
      </Row>
      <Row name="Pierce holes">
        {pierce.length - second}
        {second > 0 && <Note>and {counted(second, 'second one')} for very hard wood</Note>}
        {pierce[0] && (
          <Note>
            bit <Measure mm={pierce[0].bitMm} />
          </Note>
        )}
        {noPierce.length > 0 && <Note danger>{counted(noPierce.length, 'cut')} too narrow for the bit</Note>}
      </Row>
      {falling.length > 0 && (
        <Row name="Falls out">
          {counted(falling.length, 'piece')} <Note>kept as parts; leave out what is waste under Lines</Note>
        </Row>
      )}
      {pieces.pieces.length > 0 && (
        <Row name="Pieces">
          {pieces.pieces.length}
          {pieces.looseEnds.length > 0 && (
            <Note danger>{counted(pieces.looseEnds.length, 'line end')} stop in the wood</Note>
          )}
        </Row>
      )}
      <Row name="Fits its opening">{waysWords(ways)}</Row>
      <Row name="Stands">
        {stand.stands
          ? `yes, leans ${String(Math.floor((stand.leanBeforeFalling * 180) / Math.PI))}° before it falls`
          : 'no'}
        <Note>
          on a base of <Measure mm={stand.baseWidth} />
        </Note>
      </Row>
    </Box>
  );
}

function Row({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <Box sx={{ display: 'contents' }}>
      <Box component="dt" sx={{ color: 'text.secondary' }}>
        {name}
      </Box>
      <Box component="dd" sx={{ m: 0, fontWeight: 600 }}>
        {children}
      </Box>
    </Box>
  );
}

function Note({ children, danger = false }: { readonly children: React.ReactNode; readonly danger?: boolean }) {
  return (
    <Typography component="span" variant="body2" sx={{ display: 'block' }} color={danger ? 'error' : 'textSecondary'}>
      {children}
    </Typography>
  );
}

export function waysWords({ upright, turnedOver }: WaysToFit): string {
  if (upright === Infinity) return 'any way round, either face';
  const over = turnedOver === 0 ? 'not turned over' : `${String(turnedOver)} more turned over`;
  return `${upright === 1 ? 'one way' : `${String(upright)} ways`}, ${over}`;
}

function Alike({ alike, names }: Pick<AsksPanelProps, 'names'> & Pick<Understood, 'alike'>) {
  if (alike.length === 0) return null;
  const name = (id: string): string => names.get(id) ?? id;
  return (
    <Box>
      <Typography variant="h3">Can be cut together</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {alike.map(({ parts: [one, other], kind, wholly }) => (
          <li key={`${one} ${other}`}>
            {name(other)} {kind === 'mirror' ? 'is the mirror image of' : 'has the outline of'} {name(one)}
            {kind === 'mirror' ? ': one stack, one layer turned over' : ': one stack'}
            {wholly ? '.' : '; their inside cuts differ.'}
          </li>
        ))}
      </Box>
    </Box>
  );
}
