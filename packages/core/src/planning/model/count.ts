/**
 * How many of one thing a run asks for, has and still wants. The rule of spares: what is spoiled uses up spares first, so
 * what is still to cut is what the order needs and the spares that are left; refilling them is the maker's choice.
 *
 * 10 needed with 2 spares: nothing sawn, 12 to cut. 5 good, none spoiled: 7. 4 good, 1 spoiled: 7 (one spare left). 10
 * good, 2 spoiled: 0. 9 good, 3 spoiled: 1. Refilled, the last three are 8, 2 and 3.
 */
export interface Tally {
  readonly perCopy: number;
  readonly copies: number;
  /** copies x perCopy. */
  readonly needed: number;
  /** Made against spoilage. */
  readonly spares: number;
  /** Spares that are not used up by what was spoiled; all of them where they are refilled. */
  readonly sparesLeft: number;
  /** needed + sparesLeft: what there shall be in the end. */
  readonly total: number;
  /** Good ones there before the run. */
  readonly onHand: number;
  /** Good ones made in this run. */
  readonly good: number;
  readonly spoiled: number;
  /** What is still to make: total - onHand - good, never below 0. */
  readonly toCut: number;
}

/** The count of a part. */
export interface PartCount extends Tally {
  readonly templateId: string;
  readonly templateName: string;
  readonly partId: string;
  readonly partName: string;
}
