import { describe, expect, it } from 'vitest';
import { minutesAndSeconds, waitsOf } from './waits';

const at = (time: string) => Date.parse(`2026-03-02T${time}Z`);
const steps = [
  { key: 'anaesthesia', name: 'Anaesthetise', tooth: null, waitMinutes: 5 },
  { key: 'index', name: 'Index', tooth: null, waitMinutes: null },
  { key: '11/gum-cap', name: 'Pressure cap', tooth: '11', waitMinutes: 2 },
];
const tick = (key: string, from: string, to: string | null) => ({
  key,
  startedAt: `2026-03-02T${from}Z`,
  endedAt: to ? `2026-03-02T${to}Z` : null,
});

describe('clocks of a visit', () => {
  it('run from the end of a step that has a wait, the next to ring first', () => {
    const ticks = [tick('anaesthesia', '09:00:00', '09:02:00'), tick('11/gum-cap', '09:03:00', '09:03:30')];
    expect(waitsOf(steps, ticks, at('09:04:00'))).toEqual([
      { key: '11/gum-cap', name: 'Pressure cap, 11', left: 90 },
      { key: 'anaesthesia', name: 'Anaesthetise', left: 180 },
    ]);
  });

  it('are none for a step that runs or has no wait', () => {
    const ticks = [tick('index', '09:00:00', '09:03:00'), tick('anaesthesia', '09:03:00', null)];
    expect(waitsOf(steps, ticks, at('09:04:00'))).toEqual([]);
  });

  it('stay at nought once over, until a step is begun after them or an hour is gone', () => {
    const ended = [tick('anaesthesia', '09:00:00', '09:02:00')];
    expect(waitsOf(steps, ended, at('09:07:00'))[0]?.left).toBe(0);
    expect(waitsOf(steps, ended, at('09:30:00'))[0]?.left).toBe(0);
    expect(waitsOf(steps, [...ended, tick('index', '09:05:00', '09:06:30')], at('09:07:30'))[0]?.left).toBe(0);
    expect(waitsOf(steps, [...ended, tick('index', '09:07:00', null)], at('09:07:30'))).toEqual([]);
    expect(waitsOf(steps, ended, at('10:30:00'))).toEqual([]);
  });

  it('are read as minutes and seconds', () => {
    expect([0, 7, 60, 247].map(minutesAndSeconds)).toEqual(['0:00', '0:07', '1:00', '4:07']);
  });
});
