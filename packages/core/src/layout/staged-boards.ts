import type { Block, Place } from './block';
import type { Filler, Taste } from './fill';
import { leftOf, type Kinds, type PieceKind } from './kinds';
import { joined, Stages } from './stages';

/** Lengths of section that are looked at for each. */
const LENGTHS = 8;
/** Large pieces are worth more than their area by this power at the most. */
const SIZE_COUNTS = 0.2;

/** Fills whole boards with batches: section after section in stages, and what is left of them as other places are filled. */
export class StagedBoards {
  /** Tables by size of board. */
  private readonly stages = new Map<string, Stages>();

  constructor(
    private readonly kinds: Kinds,
    private readonly kerf: number,
    private readonly filler: Filler,
    private readonly random: () => number,
  ) {}

  /** What fits of the pieces at `places`, from the end of the board; null where nothing does. */
  fill({ length, width }: Pick<Place, 'length' | 'width'>, places: readonly number[], taste: Taste): Block | null {
    const { kerf, filler, random } = this;
    const left = leftOf(this.kinds, places);
    const stages = this.stagesFor(length + kerf, width + kerf);
    const valueOf = ({ area }: PieceKind): number =>
      area ** (1 + SIZE_COUNTS * taste.size) * (1 + taste.chance * (random() - 0.5));
    const sections: Block[] = [];
    let room = length + kerf;
    for (;;) {
      const block = stages.best(left, room, { valueOf, lengths: LENGTHS, random });
      filler.countLooks(stages.takeLooks());
      if (!block) break;
      sections.push(block);
      room -= block.length;
    }
    filler.from(left.flat(), taste);
    return joined([...sections, filler.fill(room, width + kerf)], true);
  }

  private stagesFor(length: number, width: number): Stages {
    const key = `${String(length)} ${String(width)}`;
    const known = this.stages.get(key);
    const own = known ?? new Stages(this.kinds, width, length);
    if (!known) this.stages.set(key, own);
    return own;
  }
}
