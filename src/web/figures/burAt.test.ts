import { describe, expect, it } from 'vitest';
import type { Section } from '../api/client';
import { burAt, cutsFromTop, sectionOf } from './burAt';

const mark = (zone: string, x: number, y: number) => ({ zone, x, y });
const section = (plane: string, marks: object[], margins: object[] = []) =>
  ({ plane, marks, margins }) as unknown as Section;
const walls = { zones: ['lingual', 'mesial', 'distal'], segments: [], sinkMm: 0.3, tiltDeg: 4.5 };

describe('where the bur stands in a section', () => {
  const across = section('faciolingual', [mark('lingual', -4, 3)], [{ segment: 'lingual', x: -4.3, y: 1.5 }]);
  const along = section(
    'mesiodistal',
    [mark('mesial', 2.8, 3.7), mark('distal', -2.9, 3.3)],
    [{ segment: 'mesial', x: 2.7, y: 2.5 }],
  );

  it('for walls at the finish line of their side, tipped in by the wall’s angle', () => {
    const at = burAt(walls, along, 1.6)!;
    // Sunk 0.3 from the surface: the rest of its half width stands outside.
    expect(at.tip).toEqual({ x: 2.7 + 0.8 - 0.3, y: 2.5 });
    expect(at.tilt).toBe(4.5);
    expect(burAt({ ...walls, zones: ['lingual'] }, across, 1.6)!.tilt).toBe(-4.5);
  });

  it('never across the tooth: what lies on the other side does not lead it', () => {
    const bare = section('mesiodistal', [mark('mesial', 2.8, 3.7), mark('distal', -2.9, 3.3)]);
    expect(Math.abs(burAt(walls, bare, 1.6)!.tilt)).toBeLessThan(20);
  });

  it('along a surface without a shelf, leaning as it does', () => {
    const veneer = { zones: ['facial-middle-third', 'facial-incisal-third'], segments: [], sinkMm: 0.5, tiltDeg: null };
    const facial = section('faciolingual', [mark('facial-middle-third', 3, 4), mark('facial-incisal-third', 2, 8)]);
    expect(burAt(veneer, facial, 1)!.tilt).toBeCloseTo((Math.atan2(1, 4) * 180) / Math.PI);
  });

  it('from the top at the bottom of the cut, on a bevel half-way over', () => {
    const top = { zones: ['groove'], segments: [], sinkMm: 1, tiltDeg: null };
    expect(burAt(top, section('mesiodistal', [mark('groove', 0, 5)]), 1)).toEqual({ tip: { x: 0, y: 4.5 }, tilt: 0 });
    expect(cutsFromTop(walls)).toBe(false);
    const bevel = { ...top, zones: ['functional-cusp-bevel-lingual'] };
    expect(burAt(bevel, section('faciolingual', [mark('functional-cusp-bevel-lingual', -3, 6)]), 1)!.tilt).toBe(-45);
  });

  it('nowhere when the section shows nothing of the step; the one that shows most is taken', () => {
    expect(burAt({ ...walls, zones: ['facial'] }, section('mesiodistal', []), 1)).toBeNull();
    expect(sectionOf(walls, [across, along]).plane).toBe('mesiodistal');
    expect(sectionOf({ zones: [], segments: ['lingual'] }, [along, across]).plane).toBe('faciolingual');
  });
});
