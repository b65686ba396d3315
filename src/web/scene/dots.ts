import {
  BufferAttribute,
  BufferGeometry,
  Color,
  type IUniform,
  Points,
  ShaderMaterial,
  Vector2,
  type WebGLRenderTarget,
} from 'three';
import { type Body, STAYS } from './bodies';
import { levelLines, valueAlong } from './levelLines';
import { axes, dot, type Vec, type View } from './turntable';

/** Dots along the outer outline of a body: where it borders on nothing. */
export class OutlineDots {
  readonly points: Points<BufferGeometry, ShaderMaterial>;
  readonly #room = 4000;
  readonly #places = new Float32Array(3 * this.#room);
  readonly #outward = new Float32Array(2 * this.#room);

  /**
   * @param mask White where the body is in the picture.
   * @param apart Pixels from dot to dot.
   * @param across Pixels across a dot.
   * @param behind Whether what stands before the body covers it.
   */
  constructor(
    mask: WebGLRenderTarget,
    readonly apart: number,
    across: number,
    behind: boolean,
  ) {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(this.#places, 3));
    geometry.setAttribute('outward', new BufferAttribute(this.#outward, 2));
    this.points = new Points(geometry, material(mask, across, behind));
    this.points.frustumCulled = false;
  }

  ink(colour: string): void {
    (this.points.material.uniforms.ink!.value as Color).set(colour);
  }

  /** @param wanted Whether a place is drawn. */
  along(body: Body, view: View, pixelRatio: number, wanted: (at: Vec) => boolean): void {
    const { right, up, toward } = axes(view);
    const { surface, normals, values } = body;
    const facing = new Float32Array(normals.length / 3);
    for (let i = 0; i < facing.length; i++)
      facing[i] = normals[3 * i]! * toward[0] + normals[3 * i + 1]! * toward[1] + normals[3 * i + 2]! * toward[2];
    const step = this.apart / view.scale;
    let count = 0;
    for (const line of levelLines(surface, facing)) {
      let left = 0;
      for (let i = 0; 3 * i + 3 < line.points.length && count < this.#room; i++) {
        const a: Vec = [line.points[3 * i]!, line.points[3 * i + 1]!, line.points[3 * i + 2]!];
        const way: Vec = [
          line.points[3 * i + 3]! - a[0],
          line.points[3 * i + 4]! - a[1],
          line.points[3 * i + 5]! - a[2],
        ];
        const length = Math.hypot(dot(way, right), dot(way, up));
        for (; left <= length && count < this.#room; left += step) {
          const at: Vec = [0, 1, 2].map((k) => a[k]! + (way[k]! * left) / (length || 1)) as unknown as Vec;
          if (values.removed && valueAlong(surface, line, i, values.removed) < STAYS) continue;
          if (!wanted(at)) continue;
          const n: Vec = [0, 1, 2].map((k) => normalAlong(body, line.edges[i]!, line.shares[i]!, k)) as unknown as Vec;
          this.#places.set(at, 3 * count);
          this.#outward.set([dot(n, right), dot(n, up)], 2 * count);
          count++;
        }
        left -= length;
      }
    }
    const { geometry } = this.points;
    geometry.setDrawRange(0, count);
    geometry.attributes.position!.needsUpdate = true;
    geometry.attributes.outward!.needsUpdate = true;
    const { uniforms } = this.points.material;
    (uniforms.size!.value as Vector2).set(view.width * pixelRatio, view.height * pixelRatio);
    uniforms.ratio!.value = pixelRatio;
  }

  dispose(): void {
    this.points.geometry.dispose();
    this.points.material.dispose();
  }
}

function normalAlong({ surface, normals }: Body, edge: number, share: number, axis: number): number {
  const [a, b] = [normals[3 * surface.edges[2 * edge]! + axis]!, normals[3 * surface.edges[2 * edge + 1]! + axis]!];
  return a + (b - a) * share;
}

function material(mask: WebGLRenderTarget, across: number, depthTest: boolean): ShaderMaterial {
  const uniforms: Record<string, IUniform> = {
    mask: { value: mask.texture },
    size: { value: new Vector2(1, 1) },
    ratio: { value: 1 },
    across: { value: across },
    ink: { value: new Color() },
  };
  return new ShaderMaterial({
    vertexShader: /* glsl */ `
      attribute vec2 outward;
      uniform sampler2D mask;
      uniform vec2 size;
      uniform float ratio;
      uniform float across;
      void main() {
        gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
        vec2 beside = normalize(outward + vec2(1e-6)) * 3.0 * ratio / size;
        // Where the body goes on beside it, it is an outline within the body.
        if (texture2D(mask, gl_Position.xy * 0.5 + 0.5 + beside).r > 0.5) gl_Position = vec4(2.0, 2.0, 2.0, 1.0);
        gl_PointSize = across * ratio + 1.0;
      }
    `,
    fragmentShader: /* glsl */ `
      uniform vec3 ink;
      uniform float across;
      uniform float ratio;
      void main() {
        float far = length(gl_PointCoord - 0.5) * (across * ratio + 1.0);
        gl_FragColor = vec4(ink, clamp(0.5 * across * ratio - far + 0.5, 0.0, 1.0));
      }
    `,
    uniforms,
    transparent: true,
    depthTest,
    depthWrite: false,
  });
}
