import { describe, expect, it } from 'vitest';
import { change, level, mm } from './words';

describe('lengths are written the trade’s way', () => {
  it.each([
    [1, '1.0'],
    [0.65, '0.65'],
    [-0.2, '−0.2'],
    [0.1 + 0.2, '0.3'],
    [-0.001, '0.0'],
  ])('%d reads %s', (value, text) => expect(mm(value)).toBe(text));

  it('a change shows its sign, a level its side', () => {
    expect(change(0.5)).toBe('+0.5');
    expect(level(-0.5)).toBe('0.5 below the gum');
    expect(level(0)).toBe('level with the gum');
  });
});
