import type { StockItem } from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';

/** `13/16 × 5 1/2 × 48`, or the name of what has no size. */
export function ItemSize({ item: { thickness, width, length, name } }: { readonly item: Omit<StockItem, 'id'> }) {
  const sizes = [thickness, width, length].flatMap((size) => (size ? [size] : []));
  if (sizes.length === 0) return <>{name}</>;
  return (
    <span>
      {sizes.map((size, i) => (
        <span key={i}>
          {i > 0 && ' × '}
          {size.typed !== null && /^[4568]\/4$/.test(size.typed) ? (
            size.typed
          ) : (
            <Measure mm={size.mm} typed={size.typed} />
          )}
        </span>
      ))}
    </span>
  );
}
