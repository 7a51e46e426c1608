/** Where a rule comes from, so that a figure can say why. */
export type ReasonSource = 'published' | 'common-practice' | 'your-choice' | 'our-estimate' | 'your-figure';

export type BladeRule =
  | 'comfort-height'
  | 'above-comfort'
  | 'within-border'
  | 'smaller-costs'
  | 'larger-costs'
  | 'steers'
  | 'slow-turn'
  | 'pivots'
  | 'no-turn-spiral'
  | 'no-spiral-left'
  | 'very-hard-skip'
  | 'in-the-saw'
  | 'favourite-form'
  | 'form-at-hand'
  | 'form-costs-less'
  | 'passes-the-hole'
  | 'same-blade'
  // Plans that were frozen before blades were chosen by cost say these.
  | 'detail-smaller'
  | 'plain-from-three'
  | 'well-within'
  | 'larger-too-wide'
  | 'larger-too-coarse'
  | 'school';

/** One step of a judgement as data; the interface puts it into words. */
export interface Reason {
  readonly rule: BladeRule;
  readonly inputs: Readonly<Record<string, string | number>>;
  readonly source: ReasonSource;
}
