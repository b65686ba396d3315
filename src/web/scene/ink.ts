import {
  Color,
  HalfFloatType,
  Mesh,
  NearestFilter,
  OrthographicCamera,
  PlaneGeometry,
  RGBAFormat,
  Scene,
  ShaderMaterial,
  Vector2,
  type WebGLRenderer,
  WebGLRenderTarget,
} from 'three';

/** Ink along outlines and edges, drawn over the picture from the directions and distances of what is seen. */
export class Ink {
  readonly #target = new WebGLRenderTarget(1, 1, {
    type: HalfFloatType,
    format: RGBAFormat,
    minFilter: NearestFilter,
    magFilter: NearestFilter,
  });
  readonly #material = new ShaderMaterial({
    vertexShader: /* glsl */ `
      varying vec2 vAt;
      void main() {
        vAt = position.xy * 0.5 + 0.5;
        gl_Position = vec4(position.xy, 0.0, 1.0);
      }
    `,
    fragmentShader: /* glsl */ `
      uniform sampler2D seen;
      uniform vec2 texel;
      uniform float reach;
      uniform float perTexel;
      uniform bool fine;
      uniform vec3 ink;
      varying vec2 vAt;

      // Empty beside it: the outline. Another body, or off the plane that touches here: an edge.
      float edgeAt(vec2 at) {
        vec4 here = texture2D(seen, at);
        float body = floor(here.w);
        if (body < 0.5) return 0.0;
        vec3 n = vec3(here.xy, sqrt(max(0.0, 1.0 - dot(here.xy, here.xy))));
        float strength = 0.0;
        for (int i = 0; i < 8; i++) {
          float angle = 0.7854 * float(i);
          vec2 off = vec2(cos(angle), sin(angle)) * reach;
          vec4 there = texture2D(seen, at + off * texel);
          float other = floor(there.w);
          if (other < 0.5) return 1.0;
          vec3 away = vec3(off * perTexel, there.z - here.z);
          float apart = abs(dot(n, away));
          strength = max(strength, smoothstep(0.10, 0.30, apart) * 0.9);
          if (other != body && apart < 0.3) strength = max(strength, 0.75);
        }
        return strength;
      }

      void main() {
        float sum = 0.0;
        if (fine) {
          sum += edgeAt(vAt + texel * vec2(-0.5, -0.5)) + edgeAt(vAt + texel * vec2(0.5, -0.5));
          sum += edgeAt(vAt + texel * vec2(-0.5, 0.5)) + edgeAt(vAt + texel * vec2(0.5, 0.5));
          sum *= 0.25;
        } else sum = edgeAt(vAt);
        float shown = fract(texture2D(seen, vAt).w) / 0.49;
        gl_FragColor = vec4(ink, sum * clamp(shown, 0.0, 1.0));
      }
    `,
    uniforms: {
      seen: { value: this.#target.texture },
      texel: { value: new Vector2() },
      reach: { value: 1 },
      perTexel: { value: 0.02 },
      fine: { value: true },
      ink: { value: new Color() },
    },
    transparent: true,
    depthTest: false,
    depthWrite: false,
  });
  readonly #sheet = new Mesh(new PlaneGeometry(2, 2), this.#material);
  readonly #scene = new Scene().add(this.#sheet);
  readonly #still = new OrthographicCamera();

  constructor() {
    this.#sheet.frustumCulled = false;
  }

  colour(ink: string): void {
    (this.#material.uniforms.ink!.value as Color).set(ink);
  }

  /**
   * @param draw Draws the bodies with what the ink is made from.
   * @param scale Pixels of the picture for a millimetre.
   * @param fine At twice the picture's size and evened out; else as fast as may be.
   */
  over(renderer: WebGLRenderer, draw: () => void, scale: number, fine: boolean): void {
    const size = renderer.getDrawingBufferSize(new Vector2());
    const times = fine ? 2 : 1;
    this.#target.setSize(size.x * times, size.y * times);
    renderer.setRenderTarget(this.#target);
    renderer.setClearColor('#000000', 0);
    renderer.clear();
    draw();
    renderer.setRenderTarget(null);
    const { uniforms } = this.#material;
    (uniforms.texel!.value as Vector2).set(1 / (size.x * times), 1 / (size.y * times));
    uniforms.reach!.value = fine ? 1.35 * renderer.getPixelRatio() + 0.6 : 1;
    uniforms.perTexel!.value = 1 / (scale * times);
    uniforms.fine!.value = fine;
    renderer.render(this.#scene, this.#still);
  }

  dispose(): void {
    this.#target.dispose();
    this.#material.dispose();
    this.#sheet.geometry.dispose();
  }
}
