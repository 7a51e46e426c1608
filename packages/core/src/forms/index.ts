export { fromFile, toFile } from './file';
export { formOf, FORMS, openForm, stepsOf, toForm } from './forms';
export type { Formed, FormFault, FormKind } from './forms';
