import {
  Color,
  DoubleSide,
  type IUniform,
  ShaderMaterial,
  type ShaderMaterialParameters,
  Vector2,
  Vector4,
} from 'three';
import { STAYS } from './bodies';
import { INK_GROWTH, LEAST_INK, MOST_STEPS, STEP } from './mapSteps';
import type { Palette } from './palettes';

/** What all materials of a picture share: one object each, so that a change reaches every one of them. */
export interface Shared {
  [name: string]: IUniform;
  /** Pixels of the picture for a millimetre. */
  scale: IUniform<number>;
  /** Where the bodies' middle lies in the picture, its pixels from the lower left. */
  middle: IUniform<Vector2>;
  /** What lies on the side of its normal is cut away: normal and distance from the origin. */
  plane: IUniform<Vector4>;
  /** Heights between which the root goes over into the paper. */
  fade: IUniform<Vector2>;
  paper: IUniform<Color>;
  plum: IUniform<Color>;
  dark: IUniform<boolean>;
  /** Whether the planned body is coloured by its deviation, and the inks of what is short and what is over. */
  map: IUniform<boolean>;
  shortInk: IUniform<Color>;
  overInk: IUniform<Color>;
}

export function sharedUniforms(): Shared {
  return {
    scale: { value: 40 },
    middle: { value: new Vector2() },
    plane: { value: new Vector4(1, 0, 0, 1000) },
    fade: { value: new Vector2(-2.8, -0.6) },
    paper: { value: new Color() },
    plum: { value: new Color() },
    dark: { value: false },
    map: { value: false },
    shortInk: { value: new Color() },
    overInk: { value: new Color() },
  };
}

const decimal = (value: number) => value.toFixed(3);

/** Lines of one width in the picture, whatever way they run; and how far they lie apart, in pixels. */
export const lines = /* glsl */ `
  // How much of a pixel is ink where lines of a half width (pixels) run at the whole numbers of f.
  float inkOf(float f, float halfWidth) {
    float perPixel = max(fwidth(f), 1e-5);
    float off = (0.5 - abs(fract(f) - 0.5)) / perPixel;
    float wide = min(halfWidth, 0.31 / perPixel);
    return clamp(wide - off + 0.5, 0.0, 1.0) * step(0.05, wide) * smoothstep(1.5, 2.6, 1.0 / perPixel);
  }
`;

const tone = /* glsl */ `
  varying vec3 vPlace;
  varying vec3 vNormal;
  varying vec3 vOwn;
  varying vec3 vLook;
  varying vec3 vCut;

  // Light from above and the left makes shelf and chewing surface bright, walls middle, inner angles dark.
  float toneOf(vec3 n) {
    float light = 0.13 + 0.26 * (0.5 + 0.5 * n.y)
      + 0.54 * max(0.0, dot(n, vec3(-0.46, 0.80, 0.40))) + 0.09 * max(0.0, dot(n, vec3(0.8, -0.1, 0.6)));
    float t = pow(vLook.x, 1.35) * light;
    t += clamp(0.075 * vLook.y, -0.20, 0.14) + clamp(0.07 * vLook.z, -0.12, 0.09);
    return t - 0.16 * smoothstep(0.6, 1.5, -vLook.y);
  }
`;

const vertex = /* glsl */ `
  attribute float _openness;
  attribute float _fine_bend;
  attribute float _broad_bend;
  attribute float _removed;
  attribute float _hidden;
  attribute float _deviation;
  varying vec3 vPlace;
  varying vec3 vNormal;
  varying vec3 vOwn;
  varying vec3 vLook;
  varying vec3 vCut;
  varying float vToward;

  void main() {
    vPlace = position;
    vOwn = normal;
    vNormal = normalMatrix * normal;
    vLook = vec3(_openness, _fine_bend, _broad_bend);
    vCut = vec3(_removed, _hidden, _deviation);
    vec4 seen = modelViewMatrix * vec4(position, 1.0);
    vToward = seen.z;
    gl_Position = projectionMatrix * seen;
  }
`;

/** Half tones and hatching of a body: the planned preparation, or the present tooth as a shell over it. */
const fragment = /* glsl */ `
  uniform float scale;
  uniform vec2 middle;
  uniform vec4 plane;
  uniform vec2 fade;
  uniform vec3 paper;
  uniform vec3 plum;
  uniform bool dark;
  uniform bool shell;
  uniform bool cutOpen;
  uniform vec3 low;
  uniform vec3 own;
  uniform vec3 high;
  uniform vec3 line;
  uniform bool map;
  uniform vec3 shortInk;
  uniform vec3 overInk;
  ${tone}
  ${lines}

  // Within the first step a surface is right and stays bare; beyond it the ink grows by steps to the last one.
  vec3 mapped(vec3 bare, float tone, float off) {
    float steps = floor(abs(off) / ${decimal(STEP)} + 1e-4);
    if (steps < 1.0) return bare;
    vec3 hue = off > 0.0 ? shortInk : overInk;
    float share = min(1.0, steps / ${decimal(MOST_STEPS)});
    float inked = ${decimal(LEAST_INK)} + ${decimal(1 - LEAST_INK)} * pow(share, ${decimal(INK_GROWTH)});
    vec3 colour = mix(own, hue, inked) * (0.82 + 0.26 * tone);
    // Strokes lean one way where it is short and the other where it is over: the hues needn't be told apart.
    vec2 at = gl_FragCoord.xy - middle;
    float strokes = inkOf((off > 0.0 ? at.x - at.y : at.x + at.y) / max(8.0, scale * 0.16), 0.7);
    return mix(colour, dark ? paper : line, 0.4 * strokes);
  }

  // Spacing in millimetres at which lines of a family lie some four pixels apart; between two of them the finer one fades in.
  float hatch(float at, float halfWidth) {
    float octave = log2(max(scale, 1.0) * 0.09 / 4.0);
    float spacing = 0.09 * exp2(-floor(octave));
    float finer = smoothstep(0.35, 0.95, fract(octave));
    return max(inkOf(at / spacing, halfWidth), finer * inkOf(at / spacing + 0.5, halfWidth * finer));
  }

  void main() {
    bool away = dot(plane.xyz, vPlace) > plane.w;
    if (shell && (away || vCut.x < ${STAYS})) discard;
    if (!shell && cutOpen && away) discard;
    bool inside = !gl_FrontFacing;
    vec3 n = normalize(vNormal) * (inside ? -1.0 : 1.0);
    float t = clamp(toneOf(n), 0.0, 1.0);
    float cut = shell ? 1.0 : smoothstep(0.02, 0.05, vCut.x);
    t = mix(0.58 + 0.42 * t, t, cut);
    vec3 colour = t < 0.62 ? mix(low, own, t / 0.62) : mix(own, high, (t - 0.62) / 0.38);

    // On near-level surfaces a second family takes over: the lines of the first would lie far apart there.
    float level = smoothstep(0.66, 0.94, abs(normalize(vOwn).z));
    float swell = 0.1 + 1.2 * (dark ? smoothstep(0.22, 0.98, t) : smoothstep(0.72, 0.14, t));
    if (shell) swell *= 0.8;
    float ink = max(
      hatch(vPlace.z, swell - 1.3 * level),
      hatch(0.34 * vPlace.x + 0.94 * vPlace.y + 0.2 * vPlace.z, swell - 1.3 * (1.0 - level))
    );
    bool coloured = map && !shell && cut > 0.5;
    ink *= cut * (dark ? 0.85 : 0.8) * (inside ? 0.4 : 1.0);
    if (coloured && abs(vCut.z) >= ${decimal(STEP)}) ink *= 0.15;
    if (coloured) {
      colour = mapped(colour, t, vCut.z);
      if (abs(vCut.z) > 0.5 * ${decimal(STEP)}) ink = max(ink, 0.8 * inkOf(vCut.z / ${decimal(STEP)}, 0.55));
    }
    colour = mix(colour, line, ink);

    // What can't be seen along the path is drawn over in lines that run with it.
    float under = smoothstep(0.35, 0.6, vCut.y);
    float strokes = inkOf((gl_FragCoord.x - middle.x) / max(5.0, scale * 0.12), 1.0);
    colour = mix(colour, plum, under * (0.18 + 0.82 * strokes));
    gl_FragColor = vec4(mix(paper, colour, smoothstep(fade.x, fade.y, vPlace.z)), 1.0);
  }
`;

/** For the ink: direction, distance toward the viewer, and which body; how much the paper covers it in the fraction. */
const shape = /* glsl */ `
  uniform vec4 plane;
  uniform vec2 fade;
  uniform bool shell;
  uniform bool cutOpen;
  uniform float kind;
  varying vec3 vPlace;
  varying vec3 vNormal;
  varying vec3 vCut;
  varying float vToward;

  void main() {
    bool away = dot(plane.xyz, vPlace) > plane.w;
    if (shell && (away || vCut.x < ${STAYS})) discard;
    if (!shell && cutOpen && away) discard;
    vec3 n = normalize(vNormal) * (gl_FrontFacing ? 1.0 : -1.0);
    gl_FragColor = vec4(n.xy, vToward, kind + 0.49 * smoothstep(fade.x, fade.y, vPlace.z));
  }
`;

export interface Pair {
  /** What is seen. */
  seen: ShaderMaterial;
  /** What the ink is drawn from. */
  shape: ShaderMaterial;
}

/** Materials of one body. */
export function engraved(shared: Shared, shell: boolean, cutOpen: IUniform<boolean>): Pair {
  const own = { shell: { value: shell }, cutOpen, kind: { value: shell ? 2 : 1 } };
  const inks = { low: { value: new Color() }, own: { value: new Color() }, high: { value: new Color() } };
  return pair(vertex, fragment, shape, { ...shared, ...own, ...inks, line: { value: new Color() } });
}

/** Both materials from one vertex shader and one set of uniforms. */
export function pair(
  vertexShader: string,
  seen: string,
  shape: string,
  uniforms: Record<string, IUniform>,
  further: ShaderMaterialParameters = {},
): Pair {
  const made = (fragmentShader: string) =>
    new ShaderMaterial({ vertexShader, fragmentShader, uniforms, side: DoubleSide, ...further });
  return { seen: made(seen), shape: made(shape) };
}

export function leave(...pairs: Pair[]): void {
  for (const { seen, shape } of pairs) {
    seen.dispose();
    shape.dispose();
  }
}

export function ink({ seen }: Pair, [low, own, high]: Palette['tooth'], line: string): void {
  seen.uniforms.low!.value.set(low);
  seen.uniforms.own!.value.set(own);
  seen.uniforms.high!.value.set(high);
  seen.uniforms.line!.value.set(line);
}
