/** A label that wants to stand at a height beside the drawing. */
export interface Wish {
  id: string;
  y: number;
  height: number;
}

/**
 * Heights at which labels stand without touching: as near to their wishes as the order allows, none above the top and none that
 * ends below the bottom while there is room for all. A group of crowded labels is centred on the mean of its wishes (pool adjacent
 * violators, Ayer et al. 1955), which is the least-squares answer.
 */
export function spread(wishes: readonly Wish[], top: number, bottom: number): Map<string, number> {
  return stack(
    [...wishes].sort((a, b) => a.y - b.y),
    top,
    bottom,
  );
}

/** The same for labels whose order is settled already. */
export function stack(ordered: readonly Wish[], top: number, bottom: number): Map<string, number> {
  // Without the heights of those before it a label's place must only never be less than that of the one before.
  const before: number[] = [];
  let total = 0;
  for (const { height } of ordered) {
    before.push(total);
    total += height;
  }
  const groups: { sum: number; count: number }[] = [];
  ordered.forEach((wish, i) => {
    groups.push({ sum: wish.y - before[i]!, count: 1 });
    while (groups.length > 1) {
      const [last, other] = [groups[groups.length - 1]!, groups[groups.length - 2]!];
      if (other.sum / other.count <= last.sum / last.count) break;
      groups.pop();
      other.sum += last.sum;
      other.count += last.count;
    }
  });
  // Bounds that are the same for all leave the answer the best one when it is cut off at them.
  const lowest = Math.max(top, bottom - total);
  const places = groups.flatMap(({ sum, count }) =>
    Array.from({ length: count }, () => Math.min(lowest, Math.max(top, sum / count))),
  );
  return new Map(ordered.map((wish, i) => [wish.id, places[i]! + before[i]!]));
}
