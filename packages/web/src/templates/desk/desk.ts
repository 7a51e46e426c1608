import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  inches,
  noSteps,
  openForm,
  bladePreferences,
  wantsSecondEntry,
  type Shop,
  toForm,
  SAME_OUTLINE,
  woodById,
  type Blade,
  type DrawingSteps,
  type Fault,
  type Length,
} from '@rapid-jig/core';
import { edited, NO_HISTORY, stepBack, stepForth, type History, type Stepped } from '../../documents/history';
import type { Kept } from '../../documents/kept';
import type { IncomingDrawing } from '../incoming';
import type { Reader } from '../../workers/reader';
import { WorkerFailed } from '../../workers/restarting';
import type { ReadDrawing, ReadingStage, SawnContext, ShownDrawing, Understood } from '../../workers/reader.worker';

/** The drawing on a desk, byte for byte and as it is read. */
export type DeskFile = IncomingDrawing;

export interface Making {
  readonly woodId: string;
  readonly thickness: Length;
  /** True where the parts lie on one blank, as drawn. */
  readonly together: boolean;
  /** Outlines no further apart than this are the same, mm. */
  readonly fitTolerance: number;
}

export const FIRST_MAKING: Making = {
  woodId: 'birch-plywood',
  thickness: { mm: inches(1 / 4), typed: '1/4' },
  together: false,
  fitTolerance: SAME_OUTLINE,
};

/** What the desk knows so far. The steps are the maker's; all else follows from them in the worker. */
export interface DeskState extends History<DrawingSteps> {
  readonly file: DeskFile;
  readonly steps: DrawingSteps;
  readonly making: Making;
  /** What the template is to be called; null while that follows from the file. */
  readonly name: string | null;
  readonly read: ReadDrawing | null;
  readonly drawing: ShownDrawing | null;
  readonly understood: Understood | null;
  /** What the worker is at; null while it rests. */
  readonly stage: ReadingStage | null;
  readonly fault: Fault<string> | null;
  /** True after the maker stopped the work. */
  readonly stopped: boolean;
}

export interface Desk {
  readonly store: StoreApi<DeskState>;
  /** Changes the steps; one step back undoes it. Changes one after another with the same label undo as one. */
  edit(change: (steps: DrawingSteps) => DrawingSteps, label?: string): void;
  make(change: Partial<Making>): void;
  call(name: string): void;
  undo(): void;
  redo(): void;
  /** Another drawing, with the same steps done to it. */
  replaceFile(file: DeskFile): void;
  stop(): void;
  /** Begins, and goes on after a stop. */
  goOn(): void;
}

export interface DeskOptions {
  readonly file: DeskFile;
  readonly steps: DrawingSteps | null;
  readonly making: Making;
  readonly name: string | null;
  readonly reader: Reader;
  readonly kept: Kept;
  /** Key of what is kept in this browser until the template is saved. */
  readonly key: string;
  readonly drawer: () => readonly Blade[];
  readonly shop: () => Shop;
}

/** What is kept of a desk in this browser; earlier programs kept no name. */
export type DeskDraft = Pick<DeskState, 'file' | 'steps' | 'making'> & Partial<Pick<DeskState, 'name'>>;

/** The draft of a desk, in the form of today; null where there is none, or none that this version can read. */
export async function readDeskDraft(kept: Kept, key: string): Promise<DeskDraft | null> {
  const draft = await kept.read<unknown>(key);
  const opened = draft === undefined ? null : openForm<DeskDraft>('desk', draft);
  return opened?.ok ? opened.value : null;
}

const NOT_READ: Fault<string> = {
  kind: 'code-missing',
  message: 'What reads drawings could not be fetched.',
  where: 'the connection',
  hint: 'See that the program runs on its computer, then go on. What you did is kept.',
};

/** Whatever breaks while a drawing is worked on is told: nobody waits for an answer that does not come. */
const brokenBy = (error: unknown): Fault<string> => ({
  kind: 'reading-broke',
  message: 'This drawing breaks what reads it, which is a fault of this program.',
  where: (error instanceof Error ? error.message : String(error)).slice(0, 200),
  hint: 'Try another file: simplify the drawing in your drawing program, or save it in the other form, SVG or DXF. What you did is kept.',
});

/** Puts a drawing on the desk; once begun it reads it, follows the maker's steps, and says what they make of it. Late answers are dropped. */
export function openDesk(options: DeskOptions): Desk {
  const { reader, kept, key } = options;
  const store = createStore<DeskState>(() => ({
    file: options.file,
    steps: options.steps ?? noSteps(null),
    making: options.making,
    name: options.name,
    ...NO_HISTORY,
    read: null,
    drawing: null,
    understood: null,
    stage: null,
    fault: null,
    stopped: false,
  }));
  const { getState: state, setState: set } = store;
  let ticket = 0;
  let lastLabel = '';
  /** The work under way; word of a stage may come in after its end. */
  let working = 0;

  const keep = (): void => {
    const { file, steps, making, name } = state();
    void kept.write(key, toForm('desk', { file, steps, making, name } satisfies DeskDraft));
  };
  /** Works through what follows from the state, as long as nothing newer was asked. */
  const work = async (from: 'file' | 'steps' | 'making'): Promise<void> => {
    const mine = ++ticket;
    working = mine;
    const onStage = (stage: ReadingStage): void => {
      if (mine === working) set({ stage });
    };
    const rest = (found: Partial<DeskState>): void => {
      working = 0;
      set({ ...found, stage: null });
    };
    const isLate = (): boolean => mine !== ticket;
    if (from === 'file' || state().read === null) {
      const read = await reader.read(state().file.text, onStage);
      if (isLate() || read === null) return;
      if (!read.ok) return rest({ fault: read.error, read: null, drawing: null, understood: null });
      const { mmPerUnit } = state().steps;
      set({ read: read.value, steps: { ...state().steps, mmPerUnit: mmPerUnit ?? read.value.mmPerUnit } });
    }
    if (state().steps.mmPerUnit === null) return rest({ drawing: null, understood: null, fault: null });
    if (from !== 'making' || state().drawing === null) {
      const drawing = await reader.follow(state().steps, onStage);
      if (isLate() || drawing === null) return;
      if (!drawing.ok) return rest({ fault: drawing.error, drawing: null, understood: null });
      set({ drawing: drawing.value, fault: null });
    }
    const understood = await reader.understand(contextOf(state().making, options), onStage);
    if (isLate() || understood === null) return;
    rest({ understood });
  };
  /** Works; where the worker cannot be started, or breaks, the steps are kept and the maker is told. */
  const begin = (from: 'file' | 'steps' | 'making'): void =>
    void work(from).catch((error: unknown) => {
      set({
        stage: null,
        stopped: true,
        read: null,
        fault: error instanceof WorkerFailed ? NOT_READ : brokenBy(error),
      });
    });
  const putSteps = (steps: DrawingSteps, more: Partial<DeskState>): void => {
    set({ steps, ...more, stopped: false });
    keep();
    begin('steps');
  };
  const step = (way: (history: History<DrawingSteps>, now: DrawingSteps) => Stepped<DrawingSteps> | null): void => {
    const stepped = way(state(), state().steps);
    lastLabel = '';
    if (stepped) putSteps(stepped.to, stepped.history);
  };

  return {
    store,
    edit: (change, label = '') => {
      const { steps } = state();
      const next = change(steps);
      const isSame = label !== '' && label === lastLabel;
      lastLabel = label;
      if (next !== steps) putSteps(next, edited(state(), steps, isSame));
    },
    undo: () => step(stepBack),
    redo: () => step(stepForth),
    make: (change) => {
      set({ making: { ...state().making, ...change } });
      keep();
      begin('making');
    },
    call: (name) => {
      set({ name });
      keep();
    },
    replaceFile: (file) => {
      set({ file, read: null, drawing: null, understood: null, fault: null, stopped: false });
      keep();
      begin('file');
    },
    stop: () => {
      ticket++;
      working = 0;
      reader.stop();
      set({ stage: null, stopped: true, read: null });
    },
    goOn: () => {
      set({ stopped: false, fault: null });
      keep();
      begin('file');
    },
  };
}

/** A wood that is not known any more is judged as a soft one. */
function contextOf({ woodId, thickness, fitTolerance }: Making, options: DeskOptions): SawnContext {
  const hardnessN = woodById(woodId)?.hardnessN ?? 1000;
  const shop = options.shop();
  return {
    thicknessMm: thickness.mm,
    hardnessN,
    wantsSecondEntry: wantsSecondEntry(shop, hardnessN),
    drawer: options.drawer(),
    preferences: bladePreferences(shop),
    fitTolerance,
  };
}
