import type { Camera, WebGLRenderer } from 'three';
import { type Body, readTeeth } from './bodies';
import { Outermost } from './outermost';
import type { View } from './turntable';

/** The teeth round a unit, each a fine line that what stands before it covers. */
export class Around {
  #teeth: { body: Body; line: Outermost }[] = [];
  #colour = '';

  /** @param file The teeth; without one, none. */
  async show(file?: ArrayBuffer): Promise<void> {
    const bodies = file ? await readTeeth(file) : [];
    this.dispose();
    this.#teeth = bodies.map((body) => {
      const line = new Outermost(1, 0.8, true);
      line.show(body);
      return { body, line };
    });
    this.ink(this.#colour);
  }

  ink(colour: string): void {
    this.#colour = colour;
    for (const { line } of this.#teeth) line.ink(colour);
  }

  /** @returns The lines there are to be drawn once the picture stands. */
  prepare(renderer: WebGLRenderer, camera: Camera, view: View): Outermost[] {
    return this.#teeth.filter(({ line }) => line.prepare(renderer, camera, view, () => true)).map(({ line }) => line);
  }

  dispose(): void {
    for (const { body, line } of this.#teeth) {
      body.geometry.dispose();
      line.dispose();
    }
    this.#teeth = [];
  }
}
