import type { Spot, WantedPiece } from "../model.ts";
import type { FreeRect, Turn } from "./fill.ts";

/**
 * Fills a rectangle by chance: panels in an order of area with noise, each laid where it fits best, and the rest of its room cut
 * so that the larger remainder stays whole, or by chance otherwise. Cheap enough for thousands of tries a second.
 * @param wanted how many of each panel, those of none left out
 */
export function fillByChance(width: number, height: number, ways: readonly (readonly Turn[])[], wanted: readonly WantedPiece[], random: () => number): Spot[] {
  const order: { panel: number; count: number; rank: number }[] = [];
  const [noise, square, longest] = [random() * 0.6, random() < 0.5, random() < 0.35];
  for (const { panel, count } of wanted) {
    const turn = ways[panel]?.[0];
    if (!turn) continue;
    const size = longest ? Math.max(turn.width, turn.height) ** 2 : turn.width * turn.height;
    order.push({ panel, count, rank: size * (1 + noise * (random() - 0.5)) });
  }
  order.sort((a, b) => b.rank - a.rank);
  const rooms: FreeRect[] = [{ x: 0, y: 0, width, height }];
  const spots: Spot[] = [];
  const bias = random();
  for (const { panel, count } of order) {
    for (let left = count; left > 0; left -= 1) {
      let found = -1;
      let turned: Turn | null = null;
      let least = Infinity;
      for (let index = 0; index < rooms.length; index += 1) {
        const room = rooms[index];
        if (!room) continue;
        for (const turn of ways[panel] ?? []) {
          const [dx, dy] = [room.width - turn.width, room.height - turn.height];
          if (dx < 0 || dy < 0) continue;
          const score = square ? room.width * room.height - turn.width * turn.height : Math.min(dx, dy);
          if (score < least) [least, found, turned] = [score, index, turn];
        }
      }
      const room = rooms[found];
      if (!room || !turned) break;
      rooms.splice(found, 1);
      spots.push({ panel, x: room.x, y: room.y, width: turned.width, height: turned.height });
      const [dx, dy] = [room.width - turned.width, room.height - turned.height];
      const across = random() < 0.12 ? random() < bias : dx * turned.height <= dy * turned.width;
      if (dx > 0) rooms.push({ x: room.x + turned.width, y: room.y, width: dx, height: across ? turned.height : room.height });
      if (dy > 0) rooms.push({ x: room.x, y: room.y + turned.height, width: across ? room.width : turned.width, height: dy });
    }
  }
  return spots;
}
