import { proxy } from 'comlink';
import type {
  DrawingSteps,
  EdgeOfLine,
  Part,
  PartDefaults,
  PatternOrder,
  Point,
  ReadFault,
  Result,
  TemplateRevision,
  OrderFault,
} from '@rapid-jig/core';
import type {
  OnStage,
  ReadDrawing,
  ReaderApi,
  SawnContext,
  SheetsFor,
  SheetsSeen,
  ShownDrawing,
  Understood,
} from './reader.worker';
import { restarting } from './restarting';

/** Reads and measures one drawing in a worker. Each answer is null where the work was stopped, and rejects with `WorkerFailed` where it cannot be done. */
export interface Reader {
  read(text: string, onStage: OnStage): Promise<Result<ReadDrawing, ReadFault> | null>;
  follow(steps: DrawingSteps, onStage: OnStage): Promise<Result<ShownDrawing, ReadFault> | null>;
  understand(context: SawnContext, onStage: OnStage): Promise<Understood | null>;
  nearestCorner(to: Point, reach: number): Promise<Point | null>;
  nearestEdge(to: Point): Promise<EdgeOfLine | null>;
  parts(defaults: Omit<PartDefaults, 'newId'>): Promise<Part[] | null>;
  sheets(
    wishes: readonly PatternOrder[],
    revisions: readonly TemplateRevision[],
    given: SheetsFor,
  ): Promise<Result<SheetsSeen, OrderFault> | null>;
  /** Ends whatever is under way. The drawing has to be read again. */
  stop(): void;
}

/** Starts a worker when there is first something to do, and a new one after each stop. */
export function startReader(): Reader {
  const { ask, stop } = restarting<ReaderApi>(
    () => new Worker(new URL('./reader.worker.ts', import.meta.url), { type: 'module' }),
  );
  return {
    read: (text, onStage) => ask<Result<ReadDrawing, ReadFault>>((remote) => remote.read(text, proxy(onStage))),
    follow: (steps, onStage) => ask<Result<ShownDrawing, ReadFault>>((remote) => remote.follow(steps, proxy(onStage))),
    understand: (context, onStage) => ask((remote) => remote.understand(context, proxy(onStage))),
    nearestCorner: (to, reach) => ask((remote) => remote.nearestCorner(to, reach)),
    nearestEdge: (to) => ask((remote) => remote.nearestEdge(to)),
    parts: (defaults) => ask((remote) => remote.parts(defaults)),
    sheets: (wishes, revisions, given) =>
      ask<Result<SheetsSeen, OrderFault>>((remote) => remote.sheets(wishes, revisions, given)),
    stop,
  };
}
