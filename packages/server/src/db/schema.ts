import { sql } from 'drizzle-orm';
import { blob, customType, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import {
  openForm,
  toForm,
  type BladeMove,
  type FormKind,
  type Plan,
  type Run,
  type StockItem,
  type StockMove,
  type Template,
  type TemplateCard,
  type WorkEvent,
} from '@rapid-jig/core';

const now = sql`(strftime('%Y-%m-%dT%H:%M:%fZ', 'now'))`;

/** A document as JSON with the number of its form; what is read is in the form of today. */
function formed<T>(column: string, kind: FormKind) {
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'text',
    toDriver: (doc) => JSON.stringify(toForm(kind, doc)),
    fromDriver: (stored) => {
      const opened = openForm<T>(kind, JSON.parse(stored));
      if (!opened.ok) throw new Error(`${opened.error.message} (${kind})`);
      return opened.value;
    },
  })(column);
}

export const templates = sqliteTable('templates', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  revision: integer('revision').notNull(),
  /** What lists show of the newest revision; made anew where there is none yet. */
  card: text('card', { mode: 'json' }).$type<TemplateCard>(),
  updatedAt: text('updated_at').notNull().default(now),
});

/** The content of a template by revision. A revision that a run pins is never written again. */
export const templateRevisions = sqliteTable(
  'template_revisions',
  {
    templateId: text('template_id')
      .notNull()
      .references(() => templates.id),
    revision: integer('revision').notNull(),
    doc: formed<Template>('doc', 'template').notNull(),
  },
  (table) => [primaryKey({ columns: [table.templateId, table.revision] })],
);

export const runs = sqliteTable('runs', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  doc: formed<Run>('doc', 'run').notNull(),
  updatedAt: text('updated_at').notNull().default(now),
});

/** Which revisions each run pins, kept beside its document so that the database itself guards them. */
export const runPins = sqliteTable(
  'run_pins',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    templateId: text('template_id')
      .notNull()
      .references(() => templates.id),
    revision: integer('revision').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.runId, table.templateId] }),
    index('run_pins_revision').on(table.templateId, table.revision),
  ],
);

/** The plan as it was when sawing began. */
export const planSnapshots = sqliteTable('plan_snapshots', {
  runId: text('run_id')
    .primaryKey()
    .references(() => runs.id),
  inputHash: text('input_hash').notNull(),
  coreVersion: text('core_version').notNull(),
  startedAt: text('started_at').notNull(),
  plan: formed<Plan>('plan', 'plan').notNull(),
});

/** The stack that an event names, where it names one. */
export const stackOfEvent = sql`"doc" ->> '$.doc.stack'`;

/** What happened at the saw. Rows are only ever added. */
export const workEvents = sqliteTable(
  'work_events',
  {
    sequence: integer('sequence').primaryKey({ autoIncrement: true }),
    id: text('id').notNull().unique(),
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    doc: formed<WorkEvent>('doc', 'workEvent').notNull(),
  },
  (table) => [index('work_events_run').on(table.runId), index('work_events_stack').on(table.runId, stackOfEvent)],
);

/** Documents there is one of: the shop, the drawer of blades. */
export const singletons = sqliteTable('singletons', {
  name: text('name').primaryKey(),
  version: integer('version').notNull(),
  doc: formed<unknown>('doc', 'settings').notNull(),
});

/** Original drawings, byte for byte as they came. */
export const drawings = sqliteTable('originals', {
  id: text('id').primaryKey(),
  fileName: text('file_name').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  addedAt: text('added_at').notNull().default(now),
});

/** What lies on the rack; how many of it there are is in the moves. */
export const rackItems = sqliteTable('rack_items', {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  doc: formed<StockItem>('doc', 'stockItem').notNull(),
});

/** The ledger of stock. Rows are only ever added. */
export const stockMoves = sqliteTable(
  'stock_moves',
  {
    sequence: integer('sequence').primaryKey({ autoIncrement: true }),
    id: text('id').notNull().unique(),
    itemId: text('item_id')
      .notNull()
      .references(() => rackItems.id),
    doc: formed<StockMove>('doc', 'stockMove').notNull(),
  },
  (table) => [index('stock_moves_item').on(table.itemId)],
);

/** The ledger of blades. Rows are only ever added. */
export const bladeMoves = sqliteTable('blade_moves', {
  sequence: integer('sequence').primaryKey({ autoIncrement: true }),
  id: text('id').notNull().unique(),
  doc: formed<BladeMove>('doc', 'bladeMove').notNull(),
});

/** Writes that were taken, by their idempotency key: said again with the same content they are done, not done twice. */
export const writes = sqliteTable('writes', {
  key: text('key').primaryKey(),
  /** SHA-256 of the address, the version and the body. */
  contentHash: text('content_hash').notNull(),
  answer: text('answer', { mode: 'json' }).notNull(),
  at: text('at').notNull().default(now),
});

/** Devices of the local network that were let in; the key itself is only on the device. */
export const devices = sqliteTable('devices', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  keyHash: text('key_hash').notNull().unique(),
  addedAt: text('added_at').notNull().default(now),
});

/** Documents that were found broken when the program started: out of the way, so that all others can be used. */
export const setAside = sqliteTable('set_aside', {
  sequence: integer('sequence').primaryKey({ autoIncrement: true }),
  /** Table, column and row it stood in. */
  place: text('place').notNull(),
  /** Byte for byte as it was. */
  stored: blob('stored', { mode: 'buffer' }).notNull(),
  reason: text('reason').notNull(),
  at: text('at').notNull().default(now),
});

/** Photos of the work: JPEGs without what a camera wrote beside the picture. */
export const photos = sqliteTable('photos', {
  id: text('id').primaryKey(),
  jpeg: blob('jpeg', { mode: 'buffer' }).notNull(),
  keptAt: text('kept_at').notNull().default(now),
});
