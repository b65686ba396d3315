/** From where the tooth is looked at, by the side that faces the viewer. */
export type Side = 'facial' | 'mesial' | 'lingual' | 'distal' | 'above';

export type Vec = readonly [number, number, number];

/** A view without perspective: the scale is true everywhere, and what runs along the path stays upright. */
export interface View {
  /** Degrees round the axis to the bite, from +x. */
  azimuth: number;
  /** Degrees above the level of the arch. */
  elevation: number;
  /** Pixels for a millimetre. */
  scale: number;
  /** What stands in the middle. */
  centre: Vec;
  width: number;
  height: number;
  /** Whether the bite points down, as an upper tooth stands in the mouth. */
  hanging: boolean;
}

/** How far the table may be tipped: from under the tooth to straight above it. */
const STEEPEST = 90;
const LOWEST = -60;
const SIDEWAYS = 20;

const radians = (degrees: number) => (degrees * Math.PI) / 180;
export const dot = (a: Vec, b: Vec) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const along = (from: Vec, way: Vec, by: number): Vec => [
  from[0] + way[0] * by,
  from[1] + way[1] * by,
  from[2] + way[2] * by,
];

/** The screen's axes in the tooth's frame: to the right, upward, and toward the viewer. */
export function axes({ azimuth, elevation, hanging }: View): { right: Vec; up: Vec; toward: Vec } {
  const [sin, cos] = [Math.sin(radians(azimuth)), Math.cos(radians(azimuth))];
  const [rise, level] = [Math.sin(radians(elevation)), Math.cos(radians(elevation))];
  const turn = hanging ? -1 : 1;
  return {
    right: [-sin * turn, cos * turn, 0],
    up: [-cos * rise * turn, -sin * rise * turn, level * turn],
    toward: [cos * level, sin * level, rise],
  };
}

/** Where a place lands on the plate, pixels from its upper left, and how far it lies toward the viewer in millimetres. */
export function toScreen(at: Vec, view: View): { x: number; y: number; toward: number } {
  const { right, up, toward } = axes(view);
  const from = minus(at, view.centre);
  return {
    x: view.width / 2 + dot(from, right) * view.scale,
    y: view.height / 2 - dot(from, up) * view.scale,
    toward: dot(from, toward),
  };
}

/** A place on the plate as a ray: from far in front, away from the viewer. */
export function toRay(x: number, y: number, view: View): { from: Vec; way: Vec } {
  const { right, up, toward } = axes(view);
  const there = along(
    along(view.centre, right, (x - view.width / 2) / view.scale),
    up,
    (view.height / 2 - y) / view.scale,
  );
  return { from: along(there, toward, 60), way: [-toward[0], -toward[1], -toward[2]] };
}

/** The angles from which a side is seen. Teeth face the viewer a little from above. */
export function seenFrom(side: Side, mesial: Vec): Pick<View, 'azimuth' | 'elevation'> {
  const toMesial = mesial[0] > 0 ? 0 : 180;
  switch (side) {
    case 'facial':
      return { azimuth: 90, elevation: SIDEWAYS };
    case 'lingual':
      return { azimuth: 270, elevation: SIDEWAYS };
    case 'mesial':
      return { azimuth: toMesial, elevation: SIDEWAYS };
    case 'distal':
      return { azimuth: 180 - toMesial, elevation: SIDEWAYS };
    case 'above':
      return { azimuth: 270, elevation: STEEPEST };
  }
}

/** The side a view looks at, where it is one of those. */
export function sideOf(view: View, mesial: Vec): Side | undefined {
  const sides: readonly Side[] = ['facial', 'mesial', 'lingual', 'distal', 'above'];
  return sides.find((side) => {
    const own = seenFrom(side, mesial);
    return Math.abs(turnTo(view.azimuth, own.azimuth)) < 1 && Math.abs(view.elevation - own.elevation) < 1;
  });
}

/** Turned by a drag of so many pixels: the surface follows the hand. */
export function turned(view: View, across: number, up: number): View {
  const degrees = 0.4;
  const turn = view.hanging ? -1 : 1;
  return {
    ...view,
    azimuth: round360(view.azimuth - across * degrees * turn),
    elevation: Math.min(STEEPEST, Math.max(LOWEST, view.elevation + up * degrees * turn)),
  };
}

/** The shorter way round from one azimuth to another. */
export function turnTo(from: number, to: number): number {
  return ((((to - from) % 360) + 540) % 360) - 180;
}

/** Part of the way from one view to another. */
export function between(from: View, to: Pick<View, 'azimuth' | 'elevation'>, share: number): View {
  return {
    ...from,
    azimuth: round360(from.azimuth + turnTo(from.azimuth, to.azimuth) * share),
    elevation: from.elevation + (to.elevation - from.elevation) * share,
  };
}

function round360(azimuth: number): number {
  return ((azimuth % 360) + 360) % 360;
}
