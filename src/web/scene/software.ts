import type { WebGLRenderer } from 'three';

/** Whether pictures are drawn by the processor: slowly. */
export function isSoftware(renderer: WebGLRenderer): boolean {
  const gl = renderer.getContext();
  const known = gl.getExtension('WEBGL_debug_renderer_info');
  const name = known ? String(gl.getParameter(known.UNMASKED_RENDERER_WEBGL)) : '';
  return /swiftshader|llvmpipe|software/i.test(name);
}
