import { turningOf, type ViewAround } from '../../core/around/view.ts'

/** One triangle that covers everything: its corners are made of their numbers, and no buffer is needed. */
const VERTEX = `#version 300 es
uniform vec2 reach; uniform mat3 turning; out vec3 ray;
void main() {
vec2 corner = vec2(gl_VertexID << 1 & 2, gl_VertexID & 2) * 2. - 1.;
ray = turning * vec3(corner * reach, 1.);
gl_Position = vec4(corner, 0., 1.);
}`

/** As \`placeOfRay\` of the core has it, for each point. */
const FRAGMENT = `#version 300 es
precision highp float;
in vec3 ray; uniform sampler2D picture; out vec4 colour;
void main() {
vec3 sight = normalize(ray);
colour = texture(picture, vec2(.5 + atan(sight.x, sight.z) / radians(360.), .5 - asin(clamp(sight.y, -1., 1.)) / radians(180.)));
}`

/** Draws an equirectangular picture as it is seen from its middle, by WebGL 2. */
export class Sphere {
  readonly #gl: WebGL2RenderingContext
  #reach: WebGLUniformLocation | null = null
  #turning: WebGLUniformLocation | null = null

  constructor(gl: WebGL2RenderingContext) {
    this.#gl = gl
    this.begin()
  }

  /** To be called again for a context that was lost and has come back: nothing is left in it. */
  begin(): void {
    const gl = this.#gl
    const program = gl.createProgram()
    const add = (type: GLenum, source: string): void => {
      const shader = gl.createShader(type)
      // None is given by a context that is lost.
      if (!shader) return
      gl.shaderSource(shader, source)
      gl.compileShader(shader)
      gl.attachShader(program, shader)
    }
    add(gl.VERTEX_SHADER, VERTEX)
    add(gl.FRAGMENT_SHADER, FRAGMENT)
    gl.linkProgram(program)
    gl.useProgram(program)
    this.#reach = gl.getUniformLocation(program, 'reach')
    this.#turning = gl.getUniformLocation(program, 'turning')
    gl.bindTexture(gl.TEXTURE_2D, gl.createTexture())
    // No smaller copies: they would show a seam behind the viewer, where its edges meet and are one (they repeat by themselves).
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.LINEAR)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE)
  }

  /** Takes the picture that is to be drawn. @throws {DOMException} `SecurityError` where a page may not read it. */
  take(picture: TexImageSource): void {
    const gl = this.#gl
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, gl.RGBA, gl.UNSIGNED_BYTE, picture)
  }

  /** Draws onto the canvas, in its present size. */
  draw(view: ViewAround): void {
    const gl = this.#gl
    const { drawingBufferWidth: width, drawingBufferHeight: height } = gl
    const up = Math.tan((view.fieldOfView * Math.PI) / 360)
    gl.viewport(0, 0, width, height)
    gl.uniform2f(this.#reach, (up * width) / height, up)
    gl.uniformMatrix3fv(this.#turning, false, turningOf(view))
    gl.drawArrays(gl.TRIANGLES, 0, 3)
  }
}
