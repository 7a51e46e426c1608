/** How many of one part a run asks for, has and still wants. */
export interface PartCount {
  readonly templateId: string;
  readonly templateName: string;
  readonly partId: string;
  readonly partName: string;
  readonly perCopy: number;
  readonly copies: number;
  /** copies x perCopy. */
  readonly needed: number;
  readonly spares: number;
  /** needed + spares. */
  readonly total: number;
  /** Good pieces there before the run. */
  readonly onHand: number;
  /** Good pieces sawn in this run. */
  readonly good: number;
  readonly spoiled: number;
  /** What is still to saw: total - onHand - good, never below 0. */
  readonly toCut: number;
}
