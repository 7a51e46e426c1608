import {
  check,
  cutBlanksSchema,
  newStockSchema,
  patternRequestSchema,
  reserveWoodSchema,
  stockMovesSchema,
  type ApiFault,
  type CutBlanks,
  type NewStock,
  type PatternRequest,
  type ReserveWood,
  type StockMoves,
} from '@rapid-jig/contract';

/** Bodies that may be megabytes: reading and checking them keeps nobody else waiting. */
const SCHEMAS = {
  stock: newStockSchema,
  moves: stockMovesSchema,
  blanks: cutBlanksSchema,
  reserve: reserveWoodSchema,
  patterns: patternRequestSchema,
} as const;

export interface LargeBodies {
  readonly stock: NewStock;
  readonly moves: StockMoves;
  readonly blanks: CutBlanks;
  readonly reserve: ReserveWood;
  readonly patterns: PatternRequest;
}

export interface BodyTask<K extends keyof LargeBodies = keyof LargeBodies> {
  readonly name: K;
  readonly bytes: Uint8Array;
}

export type ReadBody =
  | { readonly ok: true; readonly value: LargeBodies[keyof LargeBodies] }
  | { readonly ok: false; readonly fault: ApiFault };

/** What came in, checked by the schema of its name. */
export function readBody({ name, bytes }: BodyTask): ReadBody {
  const checked = check<LargeBodies[keyof LargeBodies]>(SCHEMAS[name], parsed(bytes));
  return checked.ok ? { ok: true, value: checked.value } : { ok: false, fault: checked.error };
}

/** The JSON of a body; undefined where it is none, so that a schema refuses it with what was wanted. */
export function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return undefined;
  }
}
