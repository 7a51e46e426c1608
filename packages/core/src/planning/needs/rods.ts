import { addUpWork } from '../../ledger';
import type { PlanInput } from '../model/input';
import type { PlannedRod } from '../model/rod';
import { rodSpares, tallyOf } from './count';

/** Dowels and strips of every line of a run, counted as parts are: see {@link tallyOf}. */
export function rodsOfRun({ run, revisions, work }: Pick<PlanInput, 'run' | 'revisions' | 'work'>): PlannedRod[] {
  const { pieces } = addUpWork(work);
  return run.lines.flatMap((line) => {
    const found = revisions.find((one) => one.revision === line.revision && one.template.id === line.templateId);
    const { id: templateId = '', name: templateName = '', rods = [] } = found?.template ?? {};
    return rods
      .filter(({ perCopy }) => perCopy * line.copies > 0)
      .map(({ id, name, kind, woodId, thickness, width, length, perCopy }): PlannedRod => {
        const spares = rodSpares(line, id, run, perCopy * line.copies);
        const tally = tallyOf(perCopy, line, id, { spares, refillSpares: run.refillSpares }, pieces[id]);
        const size = { thicknessMm: thickness.mm, widthMm: width?.mm ?? null, lengthMm: length.mm };
        return { rodId: id, templateId, templateName, name, kind, woodId, ...size, tally, count: tally.toCut };
      });
  });
}
