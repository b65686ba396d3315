import { type Camera, Mesh, MeshBasicMaterial, Scene, type WebGLRenderer, WebGLRenderTarget } from 'three';
import type { Body } from './bodies';
import { OutlineDots } from './dots';
import type { Vec, View } from './turntable';

/** The outline of a body where it borders on nothing, dotted over the picture. */
export class Outermost {
  readonly #mask = new WebGLRenderTarget(1, 1);
  readonly #silhouette = new Scene();
  readonly #white = new MeshBasicMaterial({ color: '#ffffff' });
  readonly #dots: OutlineDots;
  readonly #over: Scene;
  #body: Body | undefined;

  /**
   * @param apart Pixels from dot to dot.
   * @param across Pixels across a dot.
   * @param behind Whether what stands before it covers it.
   */
  constructor(apart: number, across: number, behind = false) {
    this.#dots = new OutlineDots(this.#mask, apart, across, behind);
    this.#over = new Scene().add(this.#dots.points);
  }

  /** @param others What else must not lie beside the outline. */
  show(body?: Body, ...others: (Body | undefined)[]): void {
    this.#body = body;
    this.#silhouette.clear();
    for (const one of [body, ...others]) if (one) this.#silhouette.add(new Mesh(one.geometry, this.#white));
  }

  ink(colour: string): void {
    this.#dots.ink(colour);
  }

  /**
   * Before the picture is begun: the outline for this view, and the mask that tells what is outermost.
   *
   * @param wanted Whether a place is drawn.
   * @returns Whether there is anything to draw.
   */
  prepare(renderer: WebGLRenderer, camera: Camera, view: View, wanted: (at: Vec) => boolean): boolean {
    if (!this.#body) return false;
    const ratio = renderer.getPixelRatio();
    this.#dots.along(this.#body, view, ratio, wanted);
    this.#mask.setSize(view.width * ratio, view.height * ratio);
    renderer.setRenderTarget(this.#mask);
    renderer.setClearColor('#000000', 1);
    renderer.clear();
    renderer.render(this.#silhouette, camera);
    return true;
  }

  draw(renderer: WebGLRenderer, camera: Camera): void {
    renderer.render(this.#over, camera);
  }

  dispose(): void {
    this.#mask.dispose();
    this.#white.dispose();
    this.#dots.dispose();
  }
}
