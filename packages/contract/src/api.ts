import type {
  BladeMove,
  BlanksCut,
  DrawerBlade,
  Fault,
  PatternSheetOptions,
  PatternOrder,
  Plan,
  Run,
  StockItem,
  StockMove,
  TakenWood,
  Template,
  TemplateCard,
  WorkEvent,
} from '@rapid-jig/core';

/** A document as the server keeps it. `version` goes back in If-Match; 0 stands for "not there yet". */
export interface Stored<T> {
  readonly version: number;
  readonly doc: T;
}

/** What a document has become by a write. */
export interface Written {
  readonly version: number;
}

export interface WrittenTemplate extends Written {
  readonly revision: number;
}

export interface StoredTemplate extends Stored<Template> {
  /** Number of the revision that `doc` is; runs pin it. */
  readonly revision: number;
}

/** A template as lists show it. */
export interface StoredCard {
  readonly version: number;
  readonly revision: number;
  readonly card: TemplateCard;
}

export interface StoredRun extends Stored<Run> {
  /** UTC; null until the first pass or the maker starts the run. */
  readonly startedAt: string | null;
}

/** What something is called, to be found by. */
export interface NamedThing {
  readonly id: string;
  readonly name: string;
}

export interface NamedTemplate extends NamedThing {
  readonly parts: readonly NamedThing[];
}

export interface Names {
  readonly runs: readonly NamedThing[];
  readonly templates: readonly NamedTemplate[];
}

/** The blades of the shop, as one document. */
export interface Drawer {
  readonly blades: readonly DrawerBlade[];
}

/** Entries of the ledger of blades, in the order they came. */
export interface BladeMoves {
  readonly moves: readonly BladeMove[];
}

/** What was done in a run, or a stretch of it. */
export interface StoredEvents {
  readonly events: readonly WorkEvent[];
  /** The place in the run's ledger behind which the events begin, 0 for its beginning; */
  readonly after: number;
  /** and the place they reach to. */
  readonly upTo: number;
  /** UTC; null until the run is started. */
  readonly startedAt: string | null;
}

/** What a run was started with. */
export interface Started {
  readonly inputHash: string;
  readonly coreVersion: string;
  readonly startedAt: string;
}

/** The same with its plan. */
export interface PlanSnapshot extends Started {
  readonly plan: Plan;
}

/** What does not add up in the plan of a run, in words; nothing where it passes its check. */
export interface PlanChecked {
  readonly wrong: readonly string[];
}

/** What lies on the rack, and the ledger of it. */
export interface StoredRack {
  readonly items: readonly Stored<StockItem>[];
  readonly moves: readonly StockMove[];
}

/** New stock and the entries that say how many of it came: taken as a whole or not at all. */
export interface NewStock {
  readonly items: readonly StockItem[];
  readonly moves: readonly StockMove[];
}

export interface StockMoves {
  readonly moves: readonly StockMove[];
}

/** Boards held for a run, and what it held before let go; with the layout that takes them, which is checked first. */
export interface ReserveWood {
  readonly moves: readonly StockMove[];
  readonly wood: TakenWood;
}

/**
 * Blanks that were cut: the event, the boards used, and what of them goes back to the rack, by the layout they were cut to;
 * taken whole or not at all.
 */
export interface CutBlanks {
  readonly event: BlanksCut;
  readonly moves: readonly StockMove[];
  readonly items: readonly StockItem[];
  readonly wood: TakenWood;
}

/** A photo of the work, scaled down where it was taken. */
export interface NewPhoto {
  readonly id: string;
  /** Its bytes in base64. */
  readonly jpeg: string;
}

/** What stands after blanks were cut. */
export interface AfterCutting extends StoredEvents {
  readonly rack: StoredRack;
}

/**
 * What a write changed, told to every page that listens: `run <id>` and its like for a document, `work <run id>` for what
 * was done in a run, `rack` for all that lies there.
 */
export interface Change {
  readonly topics: readonly string[];
  /** The tab that wrote; null where it did not say. */
  readonly by: string | null;
}

/** A device of the local network that was let in. */
export interface Device {
  readonly id: string;
  readonly name: string;
  /** UTC. */
  readonly addedAt: string;
}

/** How devices of the local network come in; told on the main computer only. */
export interface LocalNetwork {
  /** Addresses of this computer under which they find the program; none while it listens to this computer alone. */
  readonly addresses: readonly string[];
  /** Where a device is told how to trust secure pages, and what it compares; null while pages are not secure. */
  readonly trust: { readonly address: string; readonly fingerprint: string } | null;
  /** The first of them as a picture for a camera, an SVG. */
  readonly qrSvg: string | null;
  /** What a new device is asked for. */
  readonly code: string;
  readonly devices: readonly Device[];
}

/** A backup of the shop: one file that has everything. */
export interface Backup {
  readonly name: string;
  /** UTC. */
  readonly madeAt: string;
  readonly bytes: number;
}

export interface Backups {
  /** On the main computer. */
  readonly folder: string;
  /** So many of the newest stay. */
  readonly keep: number;
  /** The newest first. */
  readonly backups: readonly Backup[];
}

/** A device that asks to be let in. */
export interface Pairing {
  readonly code: string;
  readonly name: string;
}

/** Patterns to be printed. */
export interface PatternRequest {
  readonly patterns: readonly PatternOrder[];
  readonly options: PatternSheetOptions;
}

export interface Health {
  readonly status: 'ok';
  readonly database: 'demo' | 'own';
  readonly version: string;
}

export type ApiFaultKind =
  | 'invalid-request'
  | 'not-found'
  | 'version-conflict'
  | 'version-missing'
  | 'key-missing'
  | 'too-large'
  | 'disk-full'
  | 'forbidden'
  | 'unknown-device'
  | 'wrong-code'
  | 'in-use'
  | 'id-taken'
  | 'not-enough'
  | 'wood-changed'
  | 'cannot-plan'
  | 'wrong-plan'
  | 'unexpected';

/** The one shape of every error answer. */
export interface ApiFault extends Fault<ApiFaultKind> {
  /** With `version-conflict`: what is stored now. */
  readonly current?: Stored<unknown>;
}
