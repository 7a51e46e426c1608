import {
  err,
  ok,
  type Fault,
  type Machines,
  type Result,
  type Shop,
  type Template,
  type TemplateRevision,
  type TiltBlock,
} from '@rapid-jig/core';
import type {
  AfterCutting,
  Backups,
  ApiFault,
  BladeMoves,
  CutBlanks,
  Drawer,
  LocalNetwork,
  Pairing,
  PatternRequest,
  PlanChecked,
  ReserveWood,
  StockMoves,
  Stored,
  StoredCard,
  StoredEvents,
  StoredRack,
  StoredRun,
  StoredTemplate,
  Names,
} from '@rapid-jig/contract';
import {
  areRevisions,
  areNames,
  areRuns,
  areCards,
  isAfterCutting,
  isBladeMoves,
  isEvents,
  isMoves,
  isBackups,
  isNetwork,
  isNothing,
  isPlanChecked,
  isRack,
  isStored,
  isStoredRun,
  isStoredTemplate,
  isTemplate,
  isWritten,
  type Promised,
  hasId,
} from './promised';

export type Answer<T> = Promise<Result<T, ApiFault>>;

/** An original drawing, byte for byte. */
export interface Original {
  readonly fileName: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

/**
 * - document: the whole of one document, instead of what its writer read;
 * - event: something that happened at the saw;
 * - moves: entries of the ledger of stock, or of that of blades;
 * - new: stock with its first entries;
 * - photo: a picture of the work.
 */
export type WriteKind = 'document' | 'event' | 'moves' | 'new' | 'photo';

/** Where a write goes; `base` is the version that a document changes. */
export interface Write {
  readonly kind: WriteKind;
  readonly path: string;
  readonly base: number | null;
}

/** Runs that a list shows before it is asked for earlier ones. */
export const RUNS_OF_A_PAGE = 50;

/** Everything the web app asks of the server. */
export interface Api {
  /** All templates as lists show them. */
  templates(): Answer<StoredCard[]>;
  template(id: string): Answer<StoredTemplate>;
  revision(id: string, revision: number): Answer<Template>;
  /** The newest runs, or those made before one, the newest first. */
  runs(before?: string): Answer<StoredRun[]>;
  /** What everything is called. */
  names(): Answer<Names>;
  run(id: string): Answer<StoredRun>;
  revisions(runId: string): Answer<TemplateRevision[]>;
  /** Has the plan of a run as it is stored checked, and logged where it does not add up. */
  checkRun(runId: string): Answer<PlanChecked>;
  /** What was done in a run, behind a place in its ledger. */
  events(runId: string, after?: number): Answer<StoredEvents>;
  shop(): Answer<Stored<Shop>>;
  bladeMoves(): Answer<BladeMoves>;
  drawer(): Answer<Stored<Drawer>>;
  machines(): Answer<Stored<Machines>>;
  rack(): Answer<StoredRack>;
  drawing(id: string): Answer<Original>;
  putDrawing(id: string, original: Original): Answer<null>;
  /** Blanks that were cut; sent again with the same event it changes nothing. */
  cutBlanks(runId: string, cut: CutBlanks): Answer<AfterCutting>;
  /** Boards held for a run instead of what it held before. */
  reserveWood(runId: string, reserve: ReserveWood): Answer<StockMoves>;
  /** Backups of the shop, the newest first; told on the main computer alone. */
  backups(): Answer<Backups>;
  makeBackup(): Answer<Backups>;
  /** How devices of the local network come in. */
  network(): Answer<LocalNetwork>;
  turnOut(deviceId: string): Answer<null>;
  /** A PDF. */
  patternSheets(request: PatternRequest): Answer<Blob>;
  tiltBlock(block: TiltBlock): Answer<Blob>;
  bladePoster(): Answer<Blob>;
  /** Sends what the outbox holds. */
  send(write: Write, said: { readonly key: string; readonly body: unknown }): Answer<unknown>;
}

const UNREACHABLE: ApiFault = {
  kind: 'unexpected',
  message: 'The program does not answer.',
  where: 'the connection',
  hint: 'See that it still runs on this machine. What you changed is kept in this browser and sent when it is back.',
};

/**
 * True where trying again later may help: the server was not reached, has no room, or failed, and did not refuse; or this device was
 * turned out, and may be let in again.
 */
export const mayPass = ({ kind }: Fault<string>): boolean =>
  kind === 'unexpected' || kind === 'disk-full' || kind === 'unknown-device';

/** A request without an answer is given up after this; writing sheets or a backup takes longer. */
const PATIENCE_MS = 20_000;
const WRITING_PATIENCE_MS = 120_000;

const PROMISED: Readonly<Record<WriteKind, Promised<unknown>>> = {
  document: isWritten,
  event: isEvents,
  moves: isMoves,
  new: isRack,
  photo: hasId,
};

const JSON_TYPE = { 'Content-Type': 'application/json' };
const BYTES_TYPE = 'application/octet-stream';

/** Asks to be let in, before anything else can be asked; the browser keeps the key it is given. */
export async function pairDevice(base: string, send: typeof fetch, asked: Pairing): Answer<null> {
  const answer = await send(`${base}/api/devices/pair`, {
    method: 'POST',
    headers: JSON_TYPE,
    body: JSON.stringify(asked),
  }).catch(() => null);
  if (answer?.ok) return ok(null);
  const body: unknown = await answer?.json().catch(() => null);
  return err(isFault(body) ? body : UNREACHABLE);
}

/** The API behind `base` ('' for the maker's own shop, '/demo' for the demo), as one tab asks it. */
export function createApi(base: string, send: typeof fetch, tab: string): Api {
  const fetched = async (path: string, init: RequestInit, patienceMs: number): Answer<Response> => {
    try {
      const headers = new Headers(init.headers);
      // So that word of a write does not come back to where it was made.
      headers.set('X-Tab', tab);
      const response = await send(`${base}/api${path}`, { ...init, headers, signal: AbortSignal.timeout(patienceMs) });
      if (response.ok) return ok(response);
      const body: unknown = await response.json().catch(() => null);
      return err(isFault(body) ? body : UNREACHABLE);
    } catch {
      // Not reached, or given up: why makes no difference to what can be done.
      return err(UNREACHABLE);
    }
  };
  const ask = async <T>(
    path: string,
    isPromised: Promised<T>,
    init: RequestInit = {},
    patienceMs = PATIENCE_MS,
  ): Answer<T> => {
    const answer = await fetched(path, init, patienceMs);
    if (!answer.ok) return answer;
    const body: unknown = answer.value.status === 204 ? null : await answer.value.json().catch(() => undefined);
    return isPromised(body) ? ok(body) : err(UNREACHABLE);
  };
  const post = (body: unknown): RequestInit => ({ method: 'POST', headers: JSON_TYPE, body: JSON.stringify(body) });
  return {
    templates: () => ask('/templates', areCards),
    template: (id) => ask(`/templates/${id}`, isStoredTemplate),
    revision: (id, revision) => ask(`/templates/${id}/revisions/${String(revision)}`, isTemplate),
    runs: (before) =>
      ask(`/runs?most=${String(RUNS_OF_A_PAGE)}${before === undefined ? '' : `&before=${before}`}`, areRuns),
    names: () => ask('/names', areNames),
    run: (id) => ask(`/runs/${id}`, isStoredRun),
    revisions: (runId) => ask(`/runs/${runId}/revisions`, areRevisions),
    checkRun: (runId) => ask(`/runs/${runId}/check`, isPlanChecked),
    events: (runId, after = 0) => ask(`/runs/${runId}/events?after=${String(after)}`, isEvents),
    shop: () => ask('/shop', isStored<Shop>),
    drawer: () => ask('/drawer', isStored<Drawer>),
    machines: () => ask('/machines', isStored<Machines>),
    rack: () => ask('/rack', isRack),
    bladeMoves: () => ask('/blade-moves', isBladeMoves),
    drawing: async (id) => {
      const answer = await fetched(`/drawings/${id}`, {}, PATIENCE_MS);
      if (!answer.ok) return answer;
      const name = answer.value.headers.get('X-File-Name');
      const bytes = await answer.value.arrayBuffer().catch(() => null);
      if (name === null || bytes === null) return err(UNREACHABLE);
      return ok({ fileName: decodeURIComponent(name), bytes: new Uint8Array(bytes) });
    },
    putDrawing: (id, { fileName, bytes }) =>
      ask(`/drawings/${id}`, isNothing, {
        method: 'PUT',
        headers: { 'Content-Type': BYTES_TYPE, 'X-File-Name': encodeURIComponent(fileName) },
        body: bytes,
      }),
    backups: () => ask('/backups', isBackups),
    makeBackup: () => ask('/backups', isBackups, { method: 'POST' }, WRITING_PATIENCE_MS),
    network: () => ask('/devices', isNetwork),
    turnOut: (id) => ask(`/devices/${id}`, isNothing, { method: 'DELETE' }),
    cutBlanks: (runId, cut) => ask(`/runs/${runId}/blanks`, isAfterCutting, post(cut)),
    reserveWood: (runId, reserve) => ask(`/runs/${runId}/reserve`, isMoves, post(reserve)),
    patternSheets: async (request) => pdfOf(await fetched('/pattern-sheets', post(request), WRITING_PATIENCE_MS)),
    tiltBlock: async (block) => pdfOf(await fetched('/tilt-block', post(block), WRITING_PATIENCE_MS)),
    bladePoster: async () => pdfOf(await fetched('/blade-poster', {}, WRITING_PATIENCE_MS)),
    send: ({ kind, path, base: version }, { key, body }) =>
      ask(path, PROMISED[kind], {
        method: kind === 'document' ? 'PUT' : 'POST',
        headers: {
          ...JSON_TYPE,
          'Idempotency-Key': key,
          ...(version === null ? {} : { 'If-Match': `"${String(version)}"` }),
        },
        body: JSON.stringify(body),
      }),
  };
}

async function pdfOf(answer: Result<Response, ApiFault>): Answer<Blob> {
  if (!answer.ok) return answer;
  const blob = await answer.value.blob().catch(() => null);
  return blob?.type === 'application/pdf' ? ok(blob) : err(UNREACHABLE);
}

const isFault = (body: unknown): body is ApiFault =>
  typeof body === 'object' && body !== null && 'kind' in body && 'message' in body && 'hint' in body;
