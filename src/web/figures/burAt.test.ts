import { describe, expect, it } from 'vitest';
import type { Section } from '../api/client';
import { burAt, cutsFromTop, sectionOf } from './burAt';
import { silhouette, standing } from './bur';

const mark = (zone: string, x: number, y: number, outX = Math.sign(x), outY = 0) => ({ zone, x, y, outX, outY });
const section = (plane: string, marks: object[], margins: object[] = []) =>
  ({ plane, marks, margins }) as unknown as Section;
const step = (zones: string[], sinkMm: number, tiltDeg: number | null, more: object = {}) => ({
  zones,
  segments: [],
  sinkMm,
  tiltDeg,
  phase: 'cut' as const,
  ...more,
});
/** A flat-end taper of a tip of 1.0, 1.6 at its base 8 up. */
const taper = { outline: [0, 0, 0, 0.5, 8, 0.8, 12, 0.8], workingMm: 8, largestMm: 1.6 };
const walls = step(['lingual', 'mesial', 'distal'], 0.3, 4.5);
const degrees = (radians: number) => (radians * 180) / Math.PI;

describe('where the bur stands in a section', () => {
  const across = section('faciolingual', [mark('lingual', -4, 3)], [{ segment: 'lingual', x: -4.3, y: 1.5 }]);
  const along = section(
    'mesiodistal',
    [mark('mesial', 2.8, 3.7), mark('distal', -2.9, 3.3)],
    [{ segment: 'mesial', x: 2.7, y: 2.5 }],
  );

  it('for walls at the finish line of their side, its flank as deep as it cuts, tipped in by the wall’s angle', () => {
    const at = burAt(walls, along, taper)!;
    expect(at.tip.x).toBeCloseTo(2.7 - 0.3 + 0.5);
    expect(at.tip.y).toBe(2.5);
    expect(at.tilt).toBe(4.5);
    expect(burAt(step(['lingual'], 0.3, 4.5), across, taper)!.tilt).toBe(-4.5);
    // A fine pass goes in by the line's whole width, however little it takes.
    const fine = step(['mesial'], 0.2, 4.5, { phase: 'finish' });
    expect(burAt(fine, along, taper, { widths: { mesial: 1 }, depths: {} })!.tip.x).toBeCloseTo(2.7 - 1 + 0.5);
    // A line cut by itself, with no zone: at its own piece, on whichever side.
    expect(burAt(step([], 0.5, 3, { segments: ['lingual'] }), across, taper)!.tip.x).toBeCloseTo(-4.3 + 0.5 - 0.5);
  });

  it('never across the tooth: what lies on the other side does not lead it', () => {
    const bare = section('mesiodistal', [mark('mesial', 2.8, 3.7), mark('distal', -2.9, 3.3)]);
    expect(Math.abs(burAt(walls, bare, taper)!.tilt)).toBeLessThan(20);
  });

  it.each([
    [3, 4, 2, 8],
    [-3, 4, -2.2, 8],
    [3.4, 2, 3.4, 6],
    [-2, 3, -3.1, 7],
  ])(
    'along the chord of a surface that leads it, its flank half the cut under the middle of the cut: %d %d %d %d',
    (x0, y0, x1, y1) => {
      const sink = 0.6;
      const facial = section('faciolingual', [
        mark('facial-middle-third', x0, y0),
        mark('facial-incisal-third', x1, y1),
      ]);
      const at = burAt(step(['facial-middle-third', 'facial-incisal-third'], sink, null), facial, taper)!;
      const working = standing(silhouette(taper.outline, taper.workingMm), at.tip, at.tilt);
      const [dx, dy] = [(x1 - x0) / Math.hypot(x1 - x0, y1 - y0), (y1 - y0) / Math.hypot(x1 - x0, y1 - y0)];
      // How far outward of the chord each point of the bur lies; the deepest run along the flank, not at one point only.
      const outward = (x: number, y: number) => ((x - x0) * dy - (y - y0) * dx) * Math.sign(x0);
      const depths = working.flatMap((_, i) => (i % 2 === 0 ? [outward(working[i]!, working[i + 1]!)] : []));
      expect(Math.min(...depths)).toBeCloseTo(-sink / 2, 2);
      expect(depths.filter((depth) => depth < -sink / 2 + 0.01).length).toBeGreaterThanOrEqual(2);
    },
  );

  it('on a bevel as the surface there leans, the shank toward the bite', () => {
    const bevel = section('faciolingual', [mark('functional-cusp-bevel-lingual', -3, 6, -Math.SQRT1_2, Math.SQRT1_2)]);
    const at = burAt(step(['functional-cusp-bevel-lingual'], 1, 45), bevel, taper)!;
    // The flank at 45° and half of the taper's angle more.
    expect(at.tilt).toBeCloseTo(-45 + degrees(Math.atan(0.3 / 8)));
  });

  it('with its belly where it has one', () => {
    const egg = { outline: [0, 0, 1, 0.9, 2, 1.15, 3, 0.9, 4, 0.4], workingMm: 4, largestMm: 2.3 };
    const fossa = section('faciolingual', [mark('lingual-fossa', -2, 5, -0.8, 0.6)]);
    const at = burAt(step(['lingual-fossa'], 0.8, null), fossa, egg)!;
    const whole = standing(silhouette(egg.outline), at.tip, at.tilt);
    const inward = whole.flatMap((_, i) => (i % 2 === 0 ? [(whole[i]! + 2) * -0.8 + (whole[i + 1]! - 5) * 0.6] : []));
    expect(Math.min(...inward)).toBeCloseTo(-0.4, 1);
  });

  it('from the top at the bottom of the cut, even where a bevel is cut with it', () => {
    const top = section('mesiodistal', [mark('functional-cusp-bevel-lingual', -3, 4), mark('groove', 0, 5)]);
    expect(burAt(step(['groove', 'functional-cusp-bevel-lingual'], 1, null), top, taper)).toEqual({
      tip: { x: 0, y: 4.5 },
      tilt: 0,
    });
    // The plan takes 1.2 there: rough the tip stops 0.2 short of its bottom, with the fine pass it is there.
    const finished = { widths: {}, depths: { groove: 1.2 } };
    expect(burAt(step(['groove'], 1, null), top, taper, finished)!.tip.y).toBeCloseTo(5 + 0.6 - 1);
    expect(burAt(step(['groove'], 0.2, null, { phase: 'finish' }), top, taper, finished)!.tip.y).toBeCloseTo(5 - 0.6);
    expect(cutsFromTop(walls)).toBe(false);
    expect(cutsFromTop(step(['functional-cusp-bevel-lingual'], 1, null))).toBe(false);
  });

  it('upright through a contact, where nothing is sunk', () => {
    const at = burAt({ ...step(['mesial'], 0, null), sinkMm: null }, along, taper)!;
    expect(at.tilt).toBe(0);
    expect(at.tip.y).toBe(2.5);
  });

  it('nowhere when the section shows nothing of the step; the one that shows most is taken', () => {
    expect(burAt(step(['facial'], 1, null), section('mesiodistal', []), taper)).toBeNull();
    expect(sectionOf(walls, [across, along]).plane).toBe('mesiodistal');
    expect(sectionOf({ zones: [], segments: ['lingual'] }, [along, across]).plane).toBe('faciolingual');
  });
});
