/** A label that wants to stand at a height beside the drawing. */
export interface Wish {
  id: string;
  y: number;
  height: number;
}

/**
 * Heights at which labels stand without touching: as near to their wishes as the order allows. A group of crowded labels
 * is centred on the mean of its wishes (pool adjacent violators, Ayer et al. 1955), which is the least-squares answer.
 */
export function spread(wishes: readonly Wish[], top: number, bottom: number): Map<string, number> {
  const sorted = [...wishes].sort((a, b) => a.y - b.y);
  interface Group {
    members: Wish[];
    first: number;
  }
  const groups: Group[] = [];
  for (const wish of sorted) {
    groups.push({ members: [wish], first: wish.y });
    while (groups.length > 1) {
      const last = groups[groups.length - 1]!;
      const before = groups[groups.length - 2]!;
      if (end(before) + gapAfter(before) <= last.first) break;
      groups.pop();
      before.members.push(...last.members);
      before.first = settle(before.members);
    }
  }

  const placed = new Map<string, number>();
  let floor = top;
  for (const group of groups) {
    let y = Math.max(floor, Math.min(group.first, bottom - span(group.members)));
    for (const member of group.members) {
      placed.set(member.id, y);
      y += member.height;
    }
    floor = y;
  }
  return placed;

  function gapAfter(group: Group): number {
    return group.members[group.members.length - 1]!.height;
  }

  function end(group: Group): number {
    return group.first + span(group.members);
  }

  function span(members: readonly Wish[]): number {
    return members.slice(0, -1).reduce((sum, member) => sum + member.height, 0);
  }

  // Least squares: the first member's height when every other follows at its distance.
  function settle(members: readonly Wish[]): number {
    let offset = 0;
    let sum = 0;
    for (const member of members) {
      sum += member.y - offset;
      offset += member.height;
    }
    return sum / members.length;
  }
}
