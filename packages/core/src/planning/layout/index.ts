export { layOnBoards } from './boards';
export type { BoardsLayout, LaidBoard, UsedBoard } from './boards';
export { layOnStrip, stripBound } from './join';
export type { Search, StripLayout } from './join';
export { eachNode } from './tree';
export type { CutNode, CutTree, LaidPiece, PieceNode, RestNode } from './tree';
export { verifyCuts } from './verify';
export type { Flaw } from './verify';
