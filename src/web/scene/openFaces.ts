import { Color, Group, Mesh, Vector4 } from 'three';
import type { Bodies, Body } from './bodies';
import { type Cut, faceOf, flatLines, type FlatLine, footOf, sliceOf } from './cutFaces';
import { leave, lines, pair, type Pair, type Shared } from './engraving';
import type { Palette } from './palettes';

/** The lines of a cut, in its plane. */
export interface SectionLines {
  prepared: FlatLine[];
  tooth: FlatLine[];
  restored: FlatLine[];
}

/** What the plane has cut open: the lines of the cut, and its faces in the picture. */
export class OpenFaces {
  readonly seen = new Group();
  readonly shapes = new Group();
  readonly #room: Pair;
  readonly #tooth: Pair;
  lines: SectionLines = { prepared: [], tooth: [], restored: [] };

  constructor(shared: Shared) {
    [this.#room, this.#tooth] = [cutFace(shared, 3), cutFace(shared, 4)];
  }

  ink(palette: Palette): void {
    faceInk(this.#room, palette.roomFace, palette.faceLine, 0.17);
    faceInk(this.#tooth, palette.toothFace, palette.toothFaceLine, 0.26);
  }

  show(bodies: Bodies, { cut, present, through }: { cut: Cut; present: string; through: boolean }): void {
    this.clear();
    const linesOf = (body?: Body) => (body ? flatLines(sliceOf(body, cut), cut) : []);
    const { prepared, tooth, restored } = bodies;
    this.lines = { prepared: linesOf(prepared), tooth: linesOf(tooth), restored: linesOf(restored) };
    const shown = present === 'cut';
    // Below the line between the two places where the finish line is met nothing is cut.
    if (shown) this.#face(this.#room, this.lines.tooth, cut, 0, footOf(bodies.finishLines[0], cut));
    if (through) this.#face(this.#tooth, this.lines.prepared, cut, shown ? 0.004 : 0, null);
  }

  #face(pair: Pair, lines: FlatLine[], cut: Cut, lift: number, foot: ReturnType<typeof footOf>): void {
    const geometry = faceOf(lines, cut, lift);
    (pair.seen.uniforms.foot!.value as Vector4).set(...(foot ?? [0, 0, 0, 0]));
    this.seen.add(new Mesh(geometry, pair.seen));
    this.shapes.add(new Mesh(geometry, pair.shape));
  }

  clear(): void {
    for (const group of [this.seen, this.shapes])
      for (const face of [...group.children] as Mesh[]) {
        group.remove(face);
        face.geometry.dispose();
      }
  }

  dispose(): void {
    this.clear();
    leave(this.#room, this.#tooth);
  }
}

function faceInk({ seen }: Pair, base: string, line: string, spacing: number): void {
  seen.uniforms.base!.value.set(base);
  seen.uniforms.line!.value.set(line);
  seen.uniforms.spacing!.value = spacing;
}

/** A face that a plane has cut open: flat, hatched at 45°. */
function cutFace(shared: Shared, kind: number): Pair {
  const plain = /* glsl */ `
    attribute vec2 flatPlace;
    varying vec2 vFlat;
    varying vec3 vPlace;
    varying vec3 vNormal;
    varying float vToward;
    uniform vec4 plane;
    void main() {
      vFlat = flatPlace;
      vPlace = position;
      vNormal = normalMatrix * plane.xyz;
      vec4 seen = modelViewMatrix * vec4(position, 1.0);
      vToward = seen.z;
      gl_Position = projectionMatrix * seen;
    }
  `;
  const head = /* glsl */ `
    varying vec2 vFlat;
    varying vec3 vPlace;
    varying vec3 vNormal;
    varying float vToward;
    uniform vec2 fade;
    // Where the finish line is met on either side: below the line between them nothing is cut.
    uniform vec4 foot;
    bool below() {
      return foot.z > foot.x && vFlat.y < mix(foot.y, foot.w, (vFlat.x - foot.x) / (foot.z - foot.x)) - 0.02;
    }
  `;
  // A hair away from the viewer: along the surface that stays both bodies are one, and it lies on top.
  const behind = { polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: kind === 3 ? 4000 : 0 };
  const uniforms = {
    ...shared,
    foot: { value: new Vector4() },
    base: { value: new Color() },
    line: { value: new Color() },
    spacing: { value: 0.17 },
    kind: { value: kind },
  };
  const seen = /* glsl */ `
    ${head}
    ${lines}
    uniform vec3 base;
    uniform vec3 line;
    uniform vec3 paper;
    uniform float spacing;
    uniform float scale;
    void main() {
      if (below()) discard;
      float f = (vFlat.x + vFlat.y) / (1.414 * max(spacing, 5.0 / scale));
      vec3 colour = mix(base, line, inkOf(f, 0.55) * 0.85);
      gl_FragColor = vec4(mix(paper, colour, smoothstep(fade.x, fade.y, vPlace.z)), 1.0);
    }
  `;
  const shape = /* glsl */ `
    ${head}
    uniform float kind;
    void main() {
      if (below()) discard;
      vec3 n = normalize(vNormal);
      gl_FragColor = vec4(n.z < 0.0 ? -n.xy : n.xy, vToward, kind + 0.49 * smoothstep(fade.x, fade.y, vPlace.z));
    }
  `;
  return pair(plain, seen, shape, uniforms, behind);
}
