import { toNm } from '../../units';
import type { PlanInput } from '../model/input';

/** The input as it stands with what was granted: its woods, its margin and its pinned layers. */
export function withWishes(input: PlanInput): PlanInput {
  const { margin, freeLayers, substitutes } = input.run.wood;
  if (margin === null && !freeLayers && substitutes.length === 0) return input;
  const insteadOf = (woodId: string, mm: number): string =>
    substitutes.find((one) => one.woodId === woodId && toNm(one.nominalMm) === toNm(mm))?.instead ?? woodId;
  return {
    ...input,
    shop: { ...input.shop, holdingMargin: margin ?? input.shop.holdingMargin },
    revisions: input.revisions.map(({ revision, template }) => ({
      revision,
      template: {
        ...template,
        parts: template.parts.map((part) => ({
          ...part,
          woodId: insteadOf(part.woodId, part.thickness.mm),
          gluedTo: part.gluedTo.map((ply) => ({ ...ply, woodId: insteadOf(ply.woodId, ply.thickness.mm) })),
          pinnedLayers: freeLayers ? null : part.pinnedLayers,
        })),
      },
    })),
  };
}
