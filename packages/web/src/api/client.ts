import {
  err,
  ok,
  type Result,
  type Template,
  type TemplateRevision,
  type Run,
  type Machines,
  type Shop,
  type StockItem,
  type StockMove,
  type WorkEvent,
} from '@rapid-jig/core';
import type {
  AfterCutting,
  ApiFault,
  CutBlanks,
  Drawer,
  DrawingFile,
  NewStock,
  PatternRequest,
  PlanSnapshot,
  ReserveWood,
  StockMoves,
  Stored,
  StoredEvents,
  StoredRack,
  StoredRun,
  StoredTemplate,
} from '@rapid-jig/contract';

export type Answer<T> = Promise<Result<T, ApiFault>>;

/** Everything the web app asks of the server. */
export interface Api {
  templates(): Answer<StoredTemplate[]>;
  template(id: string): Answer<StoredTemplate>;
  revision(id: string, revision: number): Answer<Template>;
  putTemplate(doc: Template, version: number): Answer<StoredTemplate>;
  runs(): Answer<StoredRun[]>;
  run(id: string): Answer<StoredRun>;
  putRun(doc: Run, version: number): Answer<StoredRun>;
  revisions(runId: string): Answer<TemplateRevision[]>;
  startRun(runId: string): Answer<PlanSnapshot>;
  events(runId: string): Answer<StoredEvents>;
  addEvent(runId: string, event: WorkEvent): Answer<StoredEvents>;
  /** Blanks that were cut; sent again with the same event it changes nothing. */
  cutBlanks(runId: string, cut: CutBlanks): Answer<AfterCutting>;
  /** Boards held for a run instead of what it held before. */
  reserveWood(runId: string, reserve: ReserveWood): Answer<StockMoves>;
  shop(): Answer<Stored<Shop>>;
  putShop(doc: Shop, version: number): Answer<Stored<Shop>>;
  drawer(): Answer<Stored<Drawer>>;
  putDrawer(doc: Drawer, version: number): Answer<Stored<Drawer>>;
  drawing(id: string): Answer<DrawingFile>;
  putDrawing(id: string, file: DrawingFile): Answer<null>;
  rack(): Answer<StoredRack>;
  putStockItem(doc: StockItem, version: number): Answer<Stored<StockItem>>;
  addStock(stock: NewStock): Answer<StoredRack>;
  addStockMoves(moves: readonly StockMove[]): Answer<StockMoves>;
  machines(): Answer<Stored<Machines>>;
  putMachines(doc: Machines, version: number): Answer<Stored<Machines>>;
  /** A PDF. */
  patternSheets(request: PatternRequest): Answer<Blob>;
}

const UNREACHABLE: ApiFault = {
  kind: 'unexpected',
  message: 'The program does not answer.',
  where: 'the connection',
  hint: 'See that it still runs on this machine. What you changed is kept in this browser and sent when it is back.',
};

/** True where trying again later may help: the server was not reached or failed, and did not refuse. */
export const mayPass = (fault: ApiFault): boolean => fault.kind === 'unexpected';

/** The API behind `base` ('' for the maker's own shop, '/demo' for the demo). */
export function createApi(base: string, send: typeof fetch): Api {
  const ask = async <T>(path: string, init?: RequestInit): Answer<T> => {
    let response: Response;
    try {
      response = await send(`${base}/api${path}`, init);
    } catch {
      return err(UNREACHABLE);
    }
    if (response.headers.get('Content-Type')?.startsWith('application/pdf')) return ok((await response.blob()) as T);
    const body: unknown = response.status === 204 ? null : await response.json().catch(() => UNREACHABLE);
    // The server checks what it takes and answers in the contract's types.
    return response.ok ? ok(body as T) : err(isFault(body) ? body : UNREACHABLE);
  };
  const write = (method: 'PUT' | 'POST', body: unknown, version?: number): RequestInit => ({
    method,
    headers: {
      'Content-Type': 'application/json',
      ...(version === undefined ? {} : { 'If-Match': `"${String(version)}"` }),
    },
    body: JSON.stringify(body),
  });
  return {
    templates: () => ask('/templates'),
    template: (id) => ask(`/templates/${id}`),
    revision: (id, revision) => ask(`/templates/${id}/revisions/${String(revision)}`),
    putTemplate: (doc, version) => ask(`/templates/${doc.id}`, write('PUT', doc, version)),
    runs: () => ask('/runs'),
    run: (id) => ask(`/runs/${id}`),
    putRun: (doc, version) => ask(`/runs/${doc.id}`, write('PUT', doc, version)),
    revisions: (runId) => ask(`/runs/${runId}/revisions`),
    startRun: (runId) => ask(`/runs/${runId}/start`, write('POST', {})),
    events: (runId) => ask(`/runs/${runId}/events`),
    addEvent: (runId, event) => ask(`/runs/${runId}/events`, write('POST', event)),
    cutBlanks: (runId, cut) => ask(`/runs/${runId}/blanks`, write('POST', cut)),
    reserveWood: (runId, reserve) => ask(`/runs/${runId}/reserve`, write('POST', reserve)),
    shop: () => ask('/shop'),
    putShop: (doc, version) => ask('/shop', write('PUT', doc, version)),
    drawer: () => ask('/drawer'),
    putDrawer: (doc, version) => ask('/drawer', write('PUT', doc, version)),
    drawing: (id) => ask(`/drawings/${id}`),
    putDrawing: (id, file) => ask(`/drawings/${id}`, write('PUT', file)),
    rack: () => ask('/rack'),
    putStockItem: (doc, version) => ask(`/rack/${doc.id}`, write('PUT', doc, version)),
    addStock: (stock) => ask('/rack', write('POST', stock)),
    addStockMoves: (moves) => ask('/rack/moves', write('POST', { moves })),
    machines: () => ask('/machines'),
    putMachines: (doc, version) => ask('/machines', write('PUT', doc, version)),
    patternSheets: (request) => ask('/pattern-sheets', write('POST', request)),
  };
}

const isFault = (body: unknown): body is ApiFault =>
  typeof body === 'object' && body !== null && 'kind' in body && 'message' in body && 'hint' in body;
