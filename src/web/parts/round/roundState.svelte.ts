import type { Present } from '../../scene/roundScene';
import { between, seenFrom, type Side, sideOf, turned, turnTo, type Vec, type View } from '../../scene/turntable';

const FLIGHT = 190;
const STEP = 0.06;

/** How a unit is looked at in the round. Several plates may share one: then they turn together. */
export class RoundState {
  azimuth = $state(0);
  elevation = $state(20);
  /** Times the size at which the whole is seen. */
  zoom = $state(1);
  present = $state<Present>('cut');
  /** Whether the planned body is cut through as well. */
  through = $state(false);
  /** Whether the planned body is coloured by how far it departs from another one. */
  map = $state(false);
  /** Whether the bodies were scanned. */
  scanned = false;
  /** Whether the bite points down. */
  hanging = $state(false);
  /** Degrees round the bite of the way to which the cut takes away. */
  cutAzimuth = $state(0);
  /** How much of the tooth's width along that way is taken away. */
  share = $state(0.4);
  #flight = 0;

  /** @param first The side that is seen first, a little past it so that another one is told as well. */
  constructor(
    readonly mesial: Vec,
    first: Exclude<Side, 'above'>,
  ) {
    const seen = seenFrom(first, mesial);
    this.#set({ ...seen, azimuth: seen.azimuth + (mesial[0] > 0 ? 12 : -12) });
    this.cutAzimuth = seen.azimuth;
  }

  get cutNormal(): Vec {
    const angle = (this.cutAzimuth * Math.PI) / 180;
    return [Math.cos(angle), Math.sin(angle), 0];
  }

  /** A figure too small for a shell: the preparation whole, the present tooth an outline. */
  static small(mesial: Vec): RoundState {
    const round = new RoundState(mesial, 'facial');
    round.present = 'outline';
    round.share = 0;
    return round;
  }

  /** The side it is seen from, if it is one. */
  get facing(): Side | undefined {
    return sideOf(this.#view, this.mesial);
  }

  turn(across: number, down: number): void {
    cancelAnimationFrame(this.#flight);
    this.#set(turned(this.#view, across, down));
  }

  /** Peels off more or less, by steps of a wheel or a key. */
  peel(steps: number): void {
    this.share = Math.min(1, Math.max(0, this.share + steps * STEP));
  }

  /** Turns to a side; seen from a side, the cut takes that side away. */
  lookFrom(side: Side): void {
    if (side !== 'above') this.cutAzimuth = seenFrom(side, this.mesial).azimuth;
    this.#fly(seenFrom(side, this.mesial));
  }

  /** Turns to a place whose surface faces that way: from the side it is seen a little from above, a top from its own side. */
  lookAlong([x, y, z]: Vec): void {
    const level = Math.hypot(x, y);
    const azimuth = level > 0.25 ? (Math.atan2(y, x) * 180) / Math.PI : this.azimuth;
    this.#fly({ azimuth, elevation: Math.min(62, Math.max(14, (Math.atan2(z, level) * 180) / Math.PI + 12)) });
  }

  /** Turns so that the cut is seen from its open side. */
  faceCut(): void {
    this.#fly({ azimuth: this.cutAzimuth, elevation: 20 });
  }

  #fly(to: Pick<View, 'azimuth' | 'elevation'>): void {
    cancelAnimationFrame(this.#flight);
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    const far = Math.abs(turnTo(this.azimuth, to.azimuth)) + Math.abs(this.elevation - to.elevation);
    if (still || far < 1) return this.#set(to);
    const [start, view] = [performance.now(), this.#view];
    const step = (now: number) => {
      const share = Math.min(1, Math.max(0, (now - start) / FLIGHT));
      this.#set(between(view, to, share * share * (3 - 2 * share)));
      if (share < 1) this.#flight = requestAnimationFrame(step);
      else this.#set(to);
    };
    this.#flight = requestAnimationFrame(step);
  }

  get #view(): View {
    const { azimuth, elevation, hanging } = this;
    return { azimuth, elevation, hanging, scale: 1, centre: [0, 0, 0], width: 1, height: 1 };
  }

  #set({ azimuth, elevation }: Pick<View, 'azimuth' | 'elevation'>): void {
    this.azimuth = azimuth;
    this.elevation = elevation;
  }
}
