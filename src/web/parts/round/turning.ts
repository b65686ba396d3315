import type { Attachment } from 'svelte/attachments';

/** What the hand asks of a plate in the round. */
export interface Hand {
  /** Drawn by so many pixels to the right and down. */
  turn: (across: number, down: number) => void;
  /** Pinched: so many times larger. */
  zoom: (by: number) => void;
  /** Peels off more (1) or less (−1). */
  peel: (steps: number) => void;
  tap: (event: PointerEvent) => void;
  /** What is pointed at; null when the pointer has gone. */
  point: (event: PointerEvent | null) => void;
}

/** A press that moves less far is a tap. */
const STILL = 5;
const KEY_TURN = 30;

/**
 * Turns by drag or by arrows with the shift key, zooms by pinch, by the wheel with the control key or by ctrl and + or −, peels by the
 * wheel.
 */
export function turning(hand: Hand): Attachment<HTMLElement> {
  return (element) => {
    const touching = new Map<number, PointerEvent>();
    let moved = 0;

    const down = (event: PointerEvent) => {
      touching.set(event.pointerId, event);
      moved = touching.size > 1 ? Infinity : 0;
      element.setPointerCapture(event.pointerId);
      hand.point(null);
    };
    const move = (event: PointerEvent) => {
      const before = touching.get(event.pointerId);
      if (!before) {
        if (event.pointerType !== 'touch') hand.point(event);
        return;
      }
      const [across, down] = [event.clientX - before.clientX, event.clientY - before.clientY];
      moved += Math.hypot(across, down);
      if (touching.size === 2) {
        const [a, b] = [...touching.values()].map((one) => (one.pointerId === event.pointerId ? event : one));
        const [c, d] = [...touching.values()];
        hand.zoom(apart(a!, b!) / apart(c!, d!));
      } else if (moved > STILL) hand.turn(across, down);
      touching.set(event.pointerId, event);
    };
    const up = (event: PointerEvent) => {
      if (touching.delete(event.pointerId) && moved <= STILL && event.type === 'pointerup') hand.tap(event);
    };
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      // A pinch on a trackpad comes as a wheel with the control key.
      if (event.ctrlKey) hand.zoom(Math.exp(-event.deltaY / 300));
      else hand.peel(Math.sign(event.deltaY));
    };
    const key = (event: KeyboardEvent) => {
      const ways: Record<string, [number, number]> = {
        ArrowLeft: [-KEY_TURN, 0],
        ArrowRight: [KEY_TURN, 0],
        ArrowUp: [0, -KEY_TURN],
        ArrowDown: [0, KEY_TURN],
      };
      const way = event.shiftKey ? ways[event.key] : undefined;
      if (!way) return;
      event.preventDefault();
      event.stopPropagation();
      hand.turn(...way);
    };
    const leave = () => hand.point(null);

    element.addEventListener('pointerdown', down);
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerup', up);
    element.addEventListener('pointercancel', up);
    element.addEventListener('pointerleave', leave);
    element.addEventListener('wheel', wheel, { passive: false });
    element.addEventListener('keydown', key);
    return () => {
      element.removeEventListener('pointerdown', down);
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerup', up);
      element.removeEventListener('pointercancel', up);
      element.removeEventListener('pointerleave', leave);
      element.removeEventListener('wheel', wheel);
      element.removeEventListener('keydown', key);
    };
  };
}

function apart(a: PointerEvent, b: PointerEvent): number {
  return Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY) || 1;
}
