import { expect, it } from 'vitest';
import { numberOf } from './typed';
import { change, mm } from './words';

it.each([
  ['1.5', 1.5],
  [' 1,5 ', 1.5],
  ['−0.3', -0.3],
  ['+2', 2],
  ['', null],
  ['a bit', null],
  ['1.5 mm', null],
  ['1e400', null],
])('“%s” is read as %s', (text, value) => {
  expect(numberOf(text)).toBe(value);
});

it('what is shown can be typed again', () => {
  for (let hundredths = -200; hundredths <= 200; hundredths++) {
    const value = hundredths / 100;
    expect(numberOf(mm(value))).toBeCloseTo(value, 9);
    expect(numberOf(change(value))).toBeCloseTo(value, 9);
  }
});
