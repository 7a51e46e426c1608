import { SAME_SHARE } from '../../units';
import type { PlanInput } from '../model/input';
import type { PlannedHardware } from '../model/plan';

/** Bought things for all copies of a run, whole ones, in the order of its lines. */
export const hardwareOfRun = ({ run, revisions }: Pick<PlanInput, 'run' | 'revisions'>): PlannedHardware[] =>
  run.lines.flatMap((line) => {
    const found = revisions.find((one) => one.revision === line.revision && one.template.id === line.templateId);
    const { id: templateId = '', name: templateName = '', hardware = [] } = found?.template ?? {};
    return hardware.flatMap(({ id, name, kind, perCopy }): PlannedHardware[] => {
      const count = Math.ceil(perCopy * line.copies - SAME_SHARE);
      return count > 0 ? [{ id, templateId, templateName, name, kind, count }] : [];
    });
  });
