import { Fragment, useMemo } from 'react';
import {
  PATTERN_WAYS,
  bladesInOrder,
  isToSaw,
  layersOfGang,
  stackName,
  woodById,
  type CutSheet,
  type Plan,
  type PlannedStack,
} from '@rapid-jig/core';
import { Area, Distance, Measure, Size } from '../drawing/Measure';
import { LongRows, type InList } from '../shell/LongList';
import { useUnit } from '../use-services';
import { changeWords } from '../words/blade-changes';
import { counted } from '../words/counted';
import { holesOf } from './Holes';
import { FORM_WORDS, HOLDING_WORDS, MATERIAL_WORDS, PATTERN_WORDS } from '../words/plan';

/** Of the stylesheet: a row beside its lines, a line of it, px. */
const ROW_PX = 7;
const LINE_PX = 19;
/** How many letters a line of words takes in each table, beside its other columns. */
const LETTERS = { counts: 60, blanks: 23, stacks: 40 } as const;

const rowPx = (words: string, letters: number): number =>
  ROW_PX + LINE_PX * Math.max(1, Math.ceil(words.length / letters));

interface SheetProps {
  readonly plan: Plan;
}

export function SheetCounts({ plan }: SheetProps) {
  return (
    <section>
      <h2>Count</h2>
      <table>
        <thead>
          <tr>
            <th>Part</th>
            <th>a copy</th>
            <th>needed</th>
            <th>spares</th>
            <th>total</th>
            <th>good</th>
            <th>to saw</th>
          </tr>
        </thead>
        <LongRows items={plan.parts} heightPx={(part) => rowPx(partWords(part), LETTERS.counts)}>
          {(part, _i, inList) => (
            <tr key={part.partId} {...inList}>
              <td>{partWords(part)}</td>
              <td>{part.perCopy}</td>
              <td>{part.needed}</td>
              <td>{part.spares}</td>
              <td>{part.total}</td>
              <td>{part.good + part.onHand}</td>
              <td>
                <b>{part.toCut}</b>
                {part.leftOver > 0 ? ` (${String(part.leftOver)} over)` : ''}
              </td>
            </tr>
          )}
        </LongRows>
      </table>
    </section>
  );
}

export function SheetBlanks({ plan }: SheetProps) {
  return (
    <section>
      <h2>Blanks</h2>
      <table>
        <thead>
          <tr>
            <th>Wood</th>
            <th>thick</th>
            <th>length × width</th>
            <th>how many</th>
            <th className="text">for</th>
          </tr>
        </thead>
        <LongRows items={plan.blanks} heightPx={({ parts }) => rowPx(parts.join(', '), LETTERS.blanks)}>
          {(blank, i, inList) => (
            <tr key={i} {...inList}>
              <td>{woodById(blank.woodId)?.name}</td>
              <td>
                <Measure mm={blank.thicknessMm} />
              </td>
              <td>
                <Size length={blank.length} width={blank.width} />
              </td>
              <td>
                <b>{blank.count}</b>
              </td>
              <td className="text">{blank.parts.join(', ')}</td>
            </tr>
          )}
        </LongRows>
      </table>
    </section>
  );
}

/** Patterns to print, and what they and the stacks are held with. */
export function SheetNeeds({ plan: { consumables: c } }: SheetProps) {
  return (
    <section>
      <h2>Patterns and holding</h2>
      <p>
        {c.patterns.map(({ method, copies, sheets, materialMm2 }) => (
          <Fragment key={method}>
            <b>{counted(copies, 'pattern')}</b>, {counted(sheets, 'sheet')} to print:{' '}
            {PATTERN_WORDS[method].toLowerCase()}
            {materialMm2 > 0 && (
              <>
                , <Area mm2={materialMm2} /> of {MATERIAL_WORDS[PATTERN_WAYS[method].material]}
              </>
            )}
            .{' '}
          </Fragment>
        ))}
        {HOLDING_WORDS[c.holding]}
        {c.edgeTapeMm > 0 && (
          <>
            : <Distance mm={c.edgeTapeMm} /> of tape
          </>
        )}
        {c.doubleSidedMm2 > 0 && (
          <>
            : <Area mm2={c.doubleSidedMm2} />
          </>
        )}
        {c.filmSheets > 0 && `: ${String(c.filmSheets)} sheets of film the size of their blanks`}
        {c.brads > 0 && `: ${String(c.brads)} brads, shorter than their stack is high`}
        {c.glueDots > 0 && `: ${String(c.glueDots)} dots`}.
      </p>
    </section>
  );
}

export function SheetBlades({ plan }: SheetProps) {
  const { unit } = useUnit();
  return (
    <section>
      <h2>Blades, in the order of use</h2>
      <p>
        {plan.bladeUses
          .map(({ blade, count }) => `${String(count)} of number ${blade.size}, ${FORM_WORDS[blade.form]}`)
          .join('; ')}
      </p>
      {plan.bladeUses.some(({ changes }) => changes.length > 0) && (
        <>
          <p>Change for a new one, teeth down, the saw unplugged:</p>
          <ul>
            {plan.bladeUses.flatMap(({ blade, changes }) =>
              changes.map((change, i) => (
                <li key={`${blade.id} ${String(i)}`}>
                  number {blade.size}: {changeWords(change, plan, unit)}
                </li>
              )),
            )}
          </ul>
        </>
      )}
    </section>
  );
}

export function SheetStacks({ plan, sheet }: { readonly plan: Plan; readonly sheet: CutSheet }) {
  const todo = plan.stacks.filter(isToSaw);
  const letters = useMemo(() => lettersOf(sheet), [sheet]);
  return (
    <section>
      <h2>Stacks, in the order of sawing</h2>
      <table>
        <thead>
          <tr>
            <th>Stack</th>
            <th>layers</th>
            <th>high</th>
            <th>holes</th>
            <th className="text">blades</th>
            <th className="text">tick each pass</th>
          </tr>
        </thead>
        <LongRows items={todo} heightPx={(stack) => rowPx(stackWords(stack), LETTERS.stacks)}>
          {(stack, _i, inList) => (
            <StackRow key={stack.key} stack={stack} letter={letters.get(stack.key) ?? ''} inList={inList} />
          )}
        </LongRows>
      </table>
    </section>
  );
}

/** Patterns are lettered; a stack, by its key, carries the letter of its first pattern. */
function lettersOf({ patterns }: CutSheet): Map<string, string> {
  const letters = new Map<string, string>();
  for (const [i, { stackKeys }] of patterns.entries())
    for (const key of stackKeys) if (!letters.has(key)) letters.set(key, patternLetter(i));
  return letters;
}

/** A, B … Z, AA, AB … as columns of a table are named. */
export function patternLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : patternLetter(Math.floor(index / 26) - 1) + letter;
}

const partWords = ({ templateName, partName }: Plan['parts'][number]): string => `${templateName}: ${partName}`;

/** Of which templates, what, and of which woods. */
function stackWords(stack: PlannedStack): string {
  const { gangs } = stack;
  const templates = [...new Set(gangs.map(({ templateName }) => templateName))].join(' and ');
  return `${templates}: ${stackName(stack)}, ${[...new Set(gangs.map(({ wood }) => wood.name))].join(' and ')}`;
}

interface StackRowProps {
  readonly stack: PlannedStack;
  readonly letter: string;
  readonly inList: InList;
}

function StackRow({ stack, letter, inList }: StackRowProps) {
  const { gangs, done, begun, passesToCut } = stack;
  return (
    <tr {...inList}>
      <td>
        <b>{letter}</b> {stackWords(stack)}
      </td>
      <td>
        {gangs.map((gang, i) => (
          <div key={i}>
            {layersOfGang(gang.key, stack)} × <Measure mm={gang.thicknessMm} />
          </div>
        ))}
      </td>
      <td>
        <Measure mm={stack.stackHeightMm} />
      </td>
      <td>{holesOf(stack.phases) ?? 'none'}</td>
      <td className="text">
        {bladesInOrder(stack)
          .map((blade) => `${blade.size} ${FORM_WORDS[blade.form].replace(' teeth', '')}`)
          .join(', then ')}
      </td>
      <td className="text ticks">
        {done.map((pass) => (
          <span key={pass} className="tick sawn" role="img" aria-label="sawn" />
        ))}
        {Array.from({ length: begun.length + passesToCut }, (_, i) => (
          <span key={i} className="tick" role="img" aria-label="to saw" />
        ))}
      </td>
    </tr>
  );
}
