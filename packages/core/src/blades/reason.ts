/** Where a rule comes from, so that a figure can say why. */
export type ReasonSource = 'published' | 'common-practice' | 'your-choice' | 'our-estimate' | 'your-figure';

export type BladeRule =
  | 'comfort-height'
  | 'above-comfort'
  | 'detail-smaller'
  | 'plain-from-three'
  | 'well-within'
  | 'larger-too-wide'
  | 'larger-too-coarse'
  | 'school'
  | 'steers'
  | 'slow-turn'
  | 'pivots'
  | 'no-turn-spiral'
  | 'no-spiral-left'
  | 'very-hard-skip'
  | 'favourite-form'
  | 'form-at-hand'
  | 'passes-the-hole'
  | 'same-blade';

/** One step of a judgement as data; the interface puts it into words. */
export interface Reason {
  readonly rule: BladeRule;
  readonly inputs: Readonly<Record<string, string | number>>;
  readonly source: ReasonSource;
}
