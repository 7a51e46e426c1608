export { addUpWork } from './work';
export type { PassSawn, PassTakenBack, PieceCount, WorkDone, WorkEvent } from './work';
