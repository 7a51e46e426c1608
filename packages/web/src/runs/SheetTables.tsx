import { Fragment } from 'react';
import {
  PATTERN_WAYS,
  bladesInOrder,
  isToSaw,
  stackName,
  woodById,
  type CutSheet,
  type Plan,
  type PlannedStack,
} from '@rapid-jig/core';
import { Area, Distance, Measure, Size } from '../drawing/Measure';
import { useUnit } from '../services';
import { changeWords } from '../words/blade-changes';
import { counted } from '../words/counted';
import { holesOf } from './Holes';
import { FORM_WORDS, HOLDING_WORDS, MATERIAL_WORDS, PATTERN_WORDS } from '../words/plan';

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
        <tbody>
          {plan.parts.map((part) => (
            <tr key={part.partId}>
              <td>
                {part.templateName}: {part.partName}
              </td>
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
          ))}
        </tbody>
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
        <tbody>
          {plan.blanks.map((blank, i) => (
            <tr key={i}>
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
          ))}
        </tbody>
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
        <tbody>
          {todo.map((stack) => (
            <StackRow key={stack.key} stack={stack} letter={letterOf(sheet, stack)} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Patterns are lettered; a stack carries the letter of its pattern. */
const letterOf = (sheet: CutSheet, { key }: PlannedStack): string =>
  patternLetter(sheet.patterns.findIndex(({ stackKeys }) => stackKeys.includes(key)));

/** A, B … Z, AA, AB … as columns of a table are named. */
export function patternLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : patternLetter(Math.floor(index / 26) - 1) + letter;
}

function StackRow({ stack, letter }: { readonly stack: PlannedStack; readonly letter: string }) {
  const { gangs, layers, done, begun, passesToCut } = stack;
  return (
    <tr>
      <td>
        <b>{letter}</b> {[...new Set(gangs.map(({ templateName }) => templateName))].join(' and ')}: {stackName(stack)},{' '}
        {[...new Set(gangs.map(({ wood }) => wood.name))].join(' and ')}
      </td>
      <td>
        {gangs.map((gang, i) => (
          <div key={i}>
            {layers.filter(({ gangKey }) => gangKey === gang.key).length} × <Measure mm={gang.thicknessMm} />
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
