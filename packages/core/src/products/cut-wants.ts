import { CUT_WANTS, type CutWant } from '../blades';

/** What says what its cuts want of a blade, by their ids: a part. */
interface WithWants {
  readonly cutWants: Readonly<Record<string, readonly CutWant[]>>;
}

const NOTHING: readonly CutWant[] = [];

/** What a cut of a part wants of a blade beside its line. */
export const wantsOf = ({ cutWants }: WithWants, cutId: string): readonly CutWant[] => cutWants[cutId] ?? NOTHING;

/** A kerf is wide or narrow: who wants the one does not want the other. */
const AGAINST: Partial<Record<CutWant, CutWant>> = { 'room-for-paint': 'narrow-kerf', 'narrow-kerf': 'room-for-paint' };

/** The part with a want of a cut put on or off; what goes against it is let go. */
export function withWant<P extends WithWants>(part: P, cutId: string, want: CutWant, isOn: boolean): P {
  const before = wantsOf(part, cutId).filter((one) => one !== want && !(isOn && one === AGAINST[want]));
  return withWants(part, cutId, isOn ? [...before, want] : before);
}

/** The part with just these wants of a cut, in the order of their list; one that wants nothing is not kept. */
export function withWants<P extends WithWants>(part: P, cutId: string, wants: readonly CutWant[]): P {
  const { [cutId]: _none, ...others } = part.cutWants;
  const now = CUT_WANTS.filter((one) => wants.includes(one));
  return { ...part, cutWants: now.length === 0 ? others : { ...others, [cutId]: now } };
}
