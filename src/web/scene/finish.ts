import { type Color, Group, type Plane } from 'three';
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js';
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js';
import type { FinishLine } from './bodies';

/** A tick every so many degrees; longer at the eight stations. */
const EVERY = 15;
const SHORT = 0.22;
const LONG = 0.42;

/** The finish line in ink, with ticks that point away from the tooth. */
export class FinishInk {
  readonly group = new Group();
  readonly #lines: LineSegments2[] = [];
  readonly #thick = inkOf(2.1);
  readonly #thin = inkOf(1);

  show(lines: readonly FinishLine[]): void {
    this.clear();
    for (const line of lines) {
      this.#add(pieces(line.points), this.#thick);
      if (line.round) this.#add(ticks(line.points), this.#thin);
    }
  }

  ink(colour: Color): void {
    this.#thick.color.copy(colour);
    this.#thin.color.copy(colour);
  }

  /** Draws nothing on the far side of these planes. */
  within(planes: Plane[]): void {
    this.#thick.clippingPlanes = planes;
    this.#thin.clippingPlanes = planes;
  }

  clear(): void {
    for (const line of this.#lines.splice(0)) {
      this.group.remove(line);
      line.geometry.dispose();
    }
  }

  dispose(): void {
    this.clear();
    this.#thick.dispose();
    this.#thin.dispose();
  }

  #add(segments: Float32Array, material: LineMaterial): void {
    const geometry = new LineSegmentsGeometry();
    geometry.setPositions(segments);
    const line = new LineSegments2(geometry, material);
    line.frustumCulled = false;
    this.#lines.push(line);
    this.group.add(line);
  }
}

function inkOf(width: number): LineMaterial {
  // A hair toward the viewer: the line lies on the surface.
  return new LineMaterial({
    linewidth: width,
    polygonOffset: true,
    polygonOffsetFactor: -3,
    polygonOffsetUnits: -3000,
  });
}

function pieces(points: Float32Array): Float32Array {
  const segments = new Float32Array(2 * points.length);
  for (let i = 0; i < points.length; i += 3) {
    segments.set(points.subarray(i, i + 3), 2 * i);
    const next = (i + 3) % points.length;
    segments.set(points.subarray(next, next + 3), 2 * i + 3);
  }
  return segments;
}

function ticks(points: Float32Array): Float32Array {
  const count = points.length / 3;
  let [x, y] = [0, 0];
  for (let i = 0; i < points.length; i += 3) {
    x += points[i]! / count;
    y += points[i + 1]! / count;
  }
  const every = Math.max(1, Math.round((count * EVERY) / 360));
  const segments: number[] = [];
  for (let i = 0; i < count; i += every) {
    const at = points.subarray(3 * i, 3 * i + 3);
    const [right, up] = [at[0]! - x, at[1]! - y];
    const far = Math.hypot(right, up) || 1;
    const length = (i / every) % 3 === 0 ? LONG : SHORT;
    // Downward along the root, so that they stand clear of what is cut.
    segments.push(at[0]!, at[1]!, at[2]!);
    segments.push(at[0]! + (right / far) * 0.05, at[1]! + (up / far) * 0.05, at[2]! - length);
  }
  return Float32Array.from(segments);
}
