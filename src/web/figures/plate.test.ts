import { describe, expect, it } from 'vitest';
import { ribbon } from './arch';
import { extent, fit, mesialOnLeft, mesialOnLeftFromAbove, path, place } from './plate';

const box = { x: 100, y: 50, width: 300, height: 200 };
const figure = [-5, -3, 5, -3, 5, 7, -5, 7];

describe('figures on the plate', () => {
  it.each([
    [false, true],
    [true, true],
    [false, false],
    [true, false],
  ])('fill their box at one scale, centred, however they are turned (flip %s, up %s)', (flip, up) => {
    const on = fit(figure, box, flip, up);
    expect(on.scale).toBe(20);
    const edges = extent(figure, on);
    expect(edges.top).toBeCloseTo(50);
    expect(edges.bottom).toBeCloseTo(250);
    expect((edges.left + edges.right) / 2).toBeCloseTo(250);
    // Facial (+x) lies left when flipped, the bite (+y) up or down.
    expect(place({ x: 5, y: 0 }, on).x < place({ x: -5, y: 0 }, on).x).toBe(flip);
    expect(place({ x: 0, y: 7 }, on).y < place({ x: 0, y: -3 }, on).y).toBe(up);
  });

  it('become closed or open paths', () => {
    const on = { scale: 1, originX: 0, originY: 0, flip: false, up: true };
    expect(path([0, 0, 1, 2], on)).toBe('M0.00 0.00L1.00 -2.00Z');
    expect(path([0, 0, 1, 2], on, false)).toBe('M0.00 0.00L1.00 -2.00');
  });
});

describe('which side is mesial', () => {
  // Standing at a patient's left cheek, the face looks to the viewer's left; at the right cheek to the right.
  it('in the section as the cheek sees it', () => {
    expect(mesialOnLeft(false)).toBe(true);
    expect(mesialOnLeft(true)).toBe(false);
  });

  // Facial side up, looking onto the bite: the four quadrants of an arch drawn from the occlusal.
  it.each([
    ['upper', true, false],
    ['upper', false, true],
    ['lower', false, false],
    ['lower', true, true],
  ] as const)('from above: %s, right %s', (jaw, isRight, left) => {
    expect(mesialOnLeftFromAbove(jaw, isRight)).toBe(left);
  });
});

describe('the arch ribbons', () => {
  it('show each tooth of a jaw once, the patient’s right on the left', () => {
    const upper = ribbon('upper', 172);
    const lower = ribbon('lower', 172);
    expect(upper.map((tooth) => tooth.iso).join(' ')).toBe('18 17 16 15 14 13 12 11 21 22 23 24 25 26 27 28');
    expect(lower.map((tooth) => tooth.iso).join(' ')).toBe('48 47 46 45 44 43 42 41 31 32 33 34 35 36 37 38');
    for (const teeth of [upper, lower]) {
      for (let i = 1; i < teeth.length; i++) expect(teeth[i]!.x).toBeGreaterThan(teeth[i - 1]!.x);
    }
  });
});
