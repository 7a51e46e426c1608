import type { Length } from '../../units';
import type { PatternMethod } from './pattern-method';

/** Other wood for parts that are called for in one: for such as will be painted, as the maker says. */
export interface Substitute {
  readonly woodId: string;
  readonly nominalMm: number;
  readonly instead: string;
}

/** A blank that the maker has put in its place on a board. mm. */
export interface PinnedBlank {
  readonly stackKey: string;
  /** Which of the blanks of that stack, from 0. */
  readonly nth: number;
  readonly itemId: string;
  /** Which of the alike ones, and which slice of it, from 1. */
  readonly copy: number;
  readonly slice: number;
  readonly turned: boolean;
  readonly x: number;
  readonly y: number;
}

/** What the maker grants a run so that the wood at hand does. */
export interface WoodWishes {
  /** Wood left round a part; null for the shop's own. */
  readonly margin: Length | null;
  /** True where layers that parts insist on are left to the plan. */
  readonly freeLayers: boolean;
  /** True where two thinner boards may be glued up. */
  readonly laminate: boolean;
  /** True where milling for which there is no machine is done by hand. */
  readonly byHand: boolean;
  /** True where a jigsaw may cut blanks out wherever they lie. */
  readonly freeForm: boolean;
  readonly substitutes: readonly Substitute[];
  readonly pins: readonly PinnedBlank[];
}

/** Nothing granted: wood is called for as the templates and the shop say. */
export const NO_WISHES: WoodWishes = {
  margin: null,
  freeLayers: false,
  laminate: false,
  byHand: false,
  freeForm: false,
  substitutes: [],
  pins: [],
};

/** A stack that the maker has put together: so many layers of each part, and how often it is sawn in all. */
export interface PinnedStack {
  readonly layers: readonly { readonly partId: string; readonly count: number }[];
  readonly passes: number;
}

/** The maker's own order of the cuts of a phase. It holds as long as the phase has just these cuts. */
export interface OwnCutOrder {
  readonly stackKey: string;
  readonly phaseKey: string;
  readonly cutIds: readonly string[];
}

/** What the maker wants of the stacks of a run, whatever it costs. */
export interface StackWishes {
  /** Ids of parts that are stacked with their own copies only. */
  readonly apart: readonly string[];
  /** Layers in a stack that holds this part, at most, by part id. */
  readonly most: Readonly<Record<string, number>>;
  readonly pins: readonly PinnedStack[];
  /** How the patterns of a part are put on, by part id, where not as the shop does. */
  readonly patterns: Readonly<Record<string, PatternMethod>>;
  /** Ids of templates whose stacks are sawn to their end before any other: what is due first. */
  readonly first: readonly string[];
  readonly cutOrders: readonly OwnCutOrder[];
  /** True where the maker waits for the cheapest stacks of all families, however many there are. */
  readonly patient: boolean;
}

/** Nothing wished: the cheapest stacks. */
export const NO_STACK_WISHES: StackWishes = {
  apart: [],
  most: {},
  pins: [],
  patterns: {},
  first: [],
  cutOrders: [],
  patient: false,
};
