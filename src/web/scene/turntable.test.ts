import { describe, expect, it } from 'vitest';
import { axes, dot, seenFrom, sideOf, toRay, toScreen, turned, type Vec, type View } from './turntable';

const view: View = {
  azimuth: 30,
  elevation: 20,
  scale: 40,
  centre: [1, 2, 3],
  width: 700,
  height: 500,
  hanging: false,
};
const sides = ['facial', 'mesial', 'lingual', 'distal', 'above'] as const;

describe('the turntable', () => {
  it('keeps the scale: a millimetre across is so many pixels from every side, standing or hanging', () => {
    for (let azimuth = 0; azimuth < 360; azimuth += 37)
      for (const elevation of [-40, 0, 20, 90])
        for (const hanging of [false, true]) {
          const seen = { ...view, azimuth, elevation, hanging };
          const { right, up, toward } = axes(seen);
          for (const [a, b] of [
            [right, up],
            [up, toward],
            [toward, right],
          ] as const) {
            expect(dot(a, a)).toBeCloseTo(1);
            expect(dot(a, b)).toBeCloseTo(0);
          }
          const at: Vec = [1 + right[0], 2 + right[1], 3 + right[2]];
          expect(toScreen(at, seen).x - toScreen(view.centre, seen).x).toBeCloseTo(40);
        }
  });

  it('a ray through a place of the plate comes back to it', () => {
    for (const [x, y] of [
      [10, 20],
      [350, 250],
      [690, 470],
    ] as const) {
      const { from, way } = toRay(x, y, view);
      const at = toScreen([from[0] + 17 * way[0], from[1] + 17 * way[1], from[2] + 17 * way[2]], view);
      expect(at.x).toBeCloseTo(x);
      expect(at.y).toBeCloseTo(y);
      expect(at.toward).toBeCloseTo(60 - 17);
    }
  });

  it('what faces the viewer is the side that was asked for, on either side of the mouth', () => {
    for (const mesial of [
      [1, 0, 0],
      [-1, 0, 0],
    ] as const) {
      const ways = {
        facial: [0, 1, 0],
        lingual: [0, -1, 0],
        mesial,
        distal: [-mesial[0], 0, 0],
        above: [0, 0, 1],
      } as const;
      for (const side of sides) {
        const seen = { ...view, ...seenFrom(side, mesial) };
        expect(dot(axes(seen).toward, ways[side])).toBeGreaterThan(0.9);
        expect(sideOf(seen, mesial)).toBe(side);
      }
      // From above the facial side is up, as in the flat view.
      expect(axes({ ...view, ...seenFrom('above', mesial) }).up[1]).toBeCloseTo(1);
    }
  });

  it('the surface follows the hand, standing or hanging', () => {
    for (const hanging of [false, true]) {
      const before = { ...view, hanging };
      const { toward } = axes(before);
      const front: Vec = [
        view.centre[0] + 4 * toward[0],
        view.centre[1] + 4 * toward[1],
        view.centre[2] + 4 * toward[2],
      ];
      expect(toScreen(front, turned(before, 20, 0)).x).toBeGreaterThan(toScreen(front, before).x + 5);
      expect(toScreen(front, turned(before, 0, 20)).y).toBeGreaterThan(toScreen(front, before).y + 5);
    }
  });
});
