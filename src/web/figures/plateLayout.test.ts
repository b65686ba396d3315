import { describe, expect, it } from 'vitest';
import type { Section, Unit } from '../api/client';
import { plateLayout } from './plateLayout';
import { extent } from './plate';

const outline = [-5, -4, 5, -4, 5, 6, -5, 6];
const section = (plane: Section['plane'], zones: string[]): Section =>
  ({
    plane,
    through: `through the ${plane}`,
    present: outline,
    planned: outline,
    marks: zones.map((zone, i) => ({ zone, x: 4 - i, y: 3 })),
    margins: [],
    around: [],
    restored: [],
    nearWallMm: 3.1,
    farWallMm: 2.9,
    baseMm: 7.25,
  }) as unknown as Section;

function unit(jaw: 'upper' | 'lower', isRight: boolean, path = [0, 0, 1]): Unit {
  const zones = [
    ['facial', 'facial-gingival-half'],
    ['mesial', 'mesial'],
    ['groove', 'groove'],
  ] as const;
  return {
    drawing: {
      jaw,
      isRight,
      measured: false,
      faciolingual: [section('faciolingual', ['facial', 'groove'])],
      mesiodistal: section('mesiodistal', ['mesial', 'groove']),
      above: { present: outline },
    },
    plan: {
      tooth: '36',
      path,
      tocDeg: { min: 6, target: 12, max: 20 },
      margin: [],
      zones: zones.map(([zone, kind]) => ({ zone, kind, depthMm: { target: 1 } })),
    },
    traits: { isVeneer: false, drawn: 'drawn' },
  } as unknown as Unit;
}

describe('the plate', () => {
  it.each([
    [740, 520],
    [546, 470],
    [1100, 700],
  ])('holds every figure and its words on %s by %s, whichever tooth it is', (width, height) => {
    for (const jaw of ['upper', 'lower'] as const) {
      for (const isRight of [true, false]) {
        const of = unit(jaw, isRight);
        const layout = plateLayout(of, 'facial', width, height);
        const figures = [extent(outline, layout.on)];
        if (layout.beside) {
          const { section: small, above } = layout.beside;
          figures.push(extent(outline, small.on), extent(outline, above.on));
          expect(figures[0]!.right, 'the small figures stand beside the large one').toBeLessThan(figures[1]!.left);
          expect(small.foot, 'and below each other').toBeLessThan(figures[2]!.top);
          expect(above.foot + 39).toBeLessThanOrEqual(height);
        }
        for (const figure of figures) {
          expect(figure.left).toBeGreaterThanOrEqual(0);
          expect(figure.right).toBeLessThanOrEqual(width);
          expect(figure.top).toBeGreaterThanOrEqual(60);
          expect(figure.bottom).toBeLessThanOrEqual(height - 58);
        }
      }
    }
  });

  it('on a low plate keeps every label on it, without words', () => {
    const crowded = unit('lower', true);
    crowded.plan.zones = Array.from({ length: 9 }, (_, i) => ({
      zone: `z${i}`,
      kind: 'lingual',
      depthMm: { target: 1 },
    })) as unknown as Unit['plan']['zones'];
    const marks = crowded.plan.zones.map(({ zone }, i) => ({ zone, x: -4, y: 5 - i }));
    crowded.drawing.faciolingual = [{ ...section('faciolingual', []), marks } as unknown as Section];
    const low = plateLayout(crowded, 'z0', 546, 318);
    expect(low.labels.length).toBeGreaterThan(4);
    for (const label of low.labels) expect(label.at.y + 15 * label.captions.length).toBeLessThanOrEqual(318);
    expect(plateLayout(crowded, 'z0', 740, 620).labels).toHaveLength(9);
  });

  it('gives the small figures up on a narrow plate and breaks its caption beside the button', () => {
    expect(plateLayout(unit('lower', true), 'facial', 546, 470)).toMatchObject({
      beside: null,
      captions: { length: 2 },
    });
    expect(plateLayout(unit('lower', true), 'facial', 740, 520).captions).toHaveLength(1);
  });

  it('shows large the section in which the zone lies, across the arch where both show it', () => {
    const plane = (zone: string) => plateLayout(unit('lower', true), zone, 740, 520).main.plane;
    expect(['facial', 'mesial', 'groove'].map(plane)).toEqual(['faciolingual', 'mesiodistal', 'faciolingual']);
  });

  it('says the shorter wall', () => {
    expect(plateLayout(unit('lower', true), 'facial', 740, 520).below).toBe('6–20 allowed · wall 2.9 · base 7.3');
  });

  // A path that leans mesially leans to where mesial is drawn: left at a left tooth, right at a right one; an upper tooth hangs.
  it.each([
    ['lower', false, -1],
    ['lower', true, 1],
    ['upper', false, 1],
    ['upper', true, -1],
  ] as const)('leans the path as the tooth is drawn: %s, right %s', (jaw, isRight, sign) => {
    const leaning = unit(jaw, isRight, [Math.tan(Math.PI / 18), 0, 1]);
    leaning.drawing.faciolingual = [section('faciolingual', ['facial'])];
    expect(plateLayout(leaning, 'groove', 740, 520).path?.lean).toBeCloseTo(10 * sign, 6);
    expect(plateLayout(unit(jaw, isRight, [0.2, 0, 1]), 'facial', 740, 520).path?.lean).toBeCloseTo(0, 9);
  });

  it('sets the number beyond an edge on the side where nothing is drawn', () => {
    const edged = (around: number[][]) => {
      const of = unit('upper', true);
      const main = { ...section('faciolingual', ['edge']), around, marks: [{ zone: 'edge', x: 0, y: 6 }] } as Section;
      of.drawing.faciolingual = [main];
      of.plan.zones = [{ zone: 'edge', kind: 'edge', depthMm: { target: 1 } }] as Unit['plan']['zones'];
      return plateLayout(of, 'edge', 740, 520).labels[0]!;
    };
    // Beyond an upper edge, lingually: an antagonist's line, which the facial side at the left leaves free.
    const line = Array.from({ length: 40 }, (_, i) => [-0.3 - i * 0.05, 6.8]).flat();
    expect(edged([]).at.x).toBeGreaterThan(edged([]).to.x);
    expect(edged([line]).at.x).toBeLessThan(edged([line]).to.x);
  });
});
