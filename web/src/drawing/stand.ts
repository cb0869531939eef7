/** Draws bodies as they stand, in lines and timber tints, through WebGL 2: hidden parts are hidden by depth, and nothing is lit
 * but by which way a face looks. */

export interface Body {
  label: string;
  look: string;
  step: number;
  corners: number[];
  faces: number[];
  edges: number[];
}

export interface Turn {
  heading: number;
  tilt: number;
  closer: number;
}

export const FIRST: Turn = { heading: -62, tilt: 22, closer: 1 };

const VERTEX = `#version 300 es
in vec3 at; in vec3 tint; in float body;
uniform mat4 view; uniform float lift;
out vec3 shade; flat out float id;
void main() { gl_Position = view * vec4(at, 1.0); gl_Position.z -= lift * gl_Position.w; shade = tint; id = body; }`;
const FRAGMENT = `#version 300 es
precision highp float;
in vec3 shade; flat in float id;
uniform float lit; uniform vec3 signal; uniform bool ids;
out vec4 colour;
void main() {
  if (ids) { float n = id + 1.0; colour = vec4(mod(n, 256.0) / 255.0, mod(floor(n / 256.0), 256.0) / 255.0, floor(n / 65536.0) / 255.0, 1.0); return; }
  colour = vec4(abs(id - lit) < 0.5 ? mix(signal, shade, 0.35) : shade, 1.0);
}`;

type Rgb = [number, number, number];

function rgb(name: string): Rgb {
  const probe = document.createElement("span");
  probe.style.color = `var(--${name})`;
  document.body.append(probe);
  const parts = getComputedStyle(probe).color.match(/[\d.]+/g)!.map(Number);
  probe.remove();
  return [parts[0] / 255, parts[1] / 255, parts[2] / 255];
}

const TINT: Record<string, string> = { post: "timber-deep", rail: "timber-deep", frame: "timber-deep", brace: "timber-deep", board: "timber", concrete: "concrete", gravel: "gravel" };
/** How bright a face is by the way it looks: up most, then towards the left, then the right. */
const shadeOf = (n: Rgb) => 0.78 + 0.22 * n[2] + 0.08 * n[0] - 0.05 * n[1];

function program(gl: WebGL2RenderingContext): WebGLProgram {
  const made = gl.createProgram();
  for (const [kind, text] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, FRAGMENT],
  ] as const) {
    const shader = gl.createShader(kind)!;
    gl.shaderSource(shader, text);
    gl.compileShader(shader);
    gl.attachShader(made, shader);
  }
  gl.linkProgram(made);
  return made;
}

/** Numbers to a corner in a buffer: its place, its tint, its body. */
const PER = 7;

/** Triangles and lines of all bodies in two buffers, how much of each is there by every step, the middle of the job and how far it
 * reaches from there. Bodies come in the order of the steps. */
function laidOut(bodies: readonly Body[]) {
  const faces: number[] = [];
  const lines: number[] = [];
  const ink = rgb("ink");
  const ends: { faces: number; lines: number }[] = [];
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  bodies.forEach((body, i) => {
    const p = (n: number): Rgb => [body.corners[3 * n], body.corners[3 * n + 1], body.corners[3 * n + 2]];
    for (let n = 0; n < body.corners.length; n++) {
      low[n % 3] = Math.min(low[n % 3], body.corners[n]);
      high[n % 3] = Math.max(high[n % 3], body.corners[n]);
    }
    const tint = rgbOf(TINT[body.look] ?? "rule");
    for (let f = 0; f < body.faces.length; f += 3) {
      const [a, b, c] = [p(body.faces[f]), p(body.faces[f + 1]), p(body.faces[f + 2])];
      const u = b.map((v, k) => v - a[k]);
      const w = c.map((v, k) => v - a[k]);
      const n = [u[1] * w[2] - u[2] * w[1], u[2] * w[0] - u[0] * w[2], u[0] * w[1] - u[1] * w[0]];
      const size = Math.hypot(...n) || 1;
      const bright = shadeOf([n[0] / size, n[1] / size, n[2] / size]);
      for (const q of [a, b, c]) faces.push(...q, ...tint.map((v) => v * bright), i);
    }
    for (const n of body.edges) lines.push(...p(n), ...ink, i);
    ends[body.step] = { faces: faces.length / PER, lines: lines.length / PER };
  });
  const middle = low.map((v, k) => (v + high[k]) / 2);
  const half = low.map((v, k) => (high[k] - v) / 2);
  const reach = Math.hypot(...half) || 1;
  return { faces: new Float32Array(faces), lines: new Float32Array(lines), ends, middle, half, reach };
}

const kept = new Map<string, Rgb>();
function rgbOf(name: string): Rgb {
  if (!kept.has(name)) kept.set(name, rgb(name));
  return kept.get(name)!;
}

function axes(turn: Turn): number[][] {
  const [h, t] = [turn.heading, turn.tilt].map((d) => (d * Math.PI) / 180);
  return [
    [-Math.sin(h), Math.cos(h), 0],
    [-Math.cos(h) * Math.sin(t), -Math.sin(h) * Math.sin(t), Math.cos(t)],
    [Math.cos(h) * Math.cos(t), Math.sin(h) * Math.cos(t), Math.sin(t)],
  ];
}

/** How a box of these halves fills a frame as it is seen at a turn. */
function fitting(turn: Turn, half: number[], aspect: number): number {
  const [right, up] = axes(turn).map((axis) => axis.reduce((sum, v, k) => sum + Math.abs(v) * half[k], 0));
  return 0.88 * Math.min(aspect / (right || 1), 1 / (up || 1));
}

/** Parallel view from a heading (from the x axis, to the left) and a tilt over the horizon: as large as it was first seen, smaller where
 *  it would leave the frame as it turns. */
function viewOf(turn: Turn, middle: number[], half: number[], reach: number, aspect: number): Float32Array {
  const [right, up, eye] = axes(turn);
  const scale = turn.closer * Math.min(fitting(FIRST, half, aspect), fitting(turn, half, aspect));
  const [sx, sy, sz] = [scale / aspect, scale, -0.5 / reach];
  const rows = [right.map((v) => v * sx), up.map((v) => v * sy), eye.map((v) => v * sz)];
  const off = rows.map((row) => -(row[0] * middle[0] + row[1] * middle[1] + row[2] * middle[2]));
  return new Float32Array([rows[0][0], rows[1][0], rows[2][0], 0, rows[0][1], rows[1][1], rows[2][1], 0, rows[0][2], rows[1][2], rows[2][2], 0, ...off, 1]);
}

/** `step` is the last that is put up. */
export interface Stand {
  draw(turn: Turn, step: number, lit: string): void;
  /** The label of the part at a place of the canvas, in its own pixels; nothing where there is none. */
  at(turn: Turn, step: number, x: number, y: number): string;
}

/** Puts bodies on a canvas; null where the browser has no WebGL 2. */
export function standOn(canvas: HTMLCanvasElement, bodies: readonly Body[]): Stand | null {
  const gl = canvas.getContext("webgl2", { antialias: true, preserveDrawingBuffer: true });
  if (!gl) return null;
  kept.clear();
  const made = program(gl);
  const { faces, lines, ends, middle, half, reach } = laidOut(bodies);
  const signal = rgb("signal");
  const ground = rgb("lime");
  const arrays = [faces, lines].map((data) => {
    const array = gl.createVertexArray();
    gl.bindVertexArray(array);
    gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer());
    gl.bufferData(gl.ARRAY_BUFFER, data, gl.STATIC_DRAW);
    for (const [name, size, offset] of [["at", 3, 0], ["tint", 3, 12], ["body", 1, 24]] as const) {
      const place = gl.getAttribLocation(made, name);
      gl.enableVertexAttribArray(place);
      gl.vertexAttribPointer(place, size, gl.FLOAT, false, 4 * PER, offset);
    }
    return array;
  });
  const uniform = (name: string) => gl.getUniformLocation(made, name);
  gl.enable(gl.DEPTH_TEST);
  const pass = (turn: Turn, step: number, lit: number, ids: boolean) => {
    gl.viewport(0, 0, canvas.width, canvas.height);
    gl.clearColor(...(ids ? ([0, 0, 0] as Rgb) : ground), 1);
    gl.clear(gl.COLOR_BUFFER_BIT | gl.DEPTH_BUFFER_BIT);
    gl.useProgram(made);
    gl.uniformMatrix4fv(uniform("view"), false, viewOf(turn, middle, half, reach, canvas.width / canvas.height));
    gl.uniform1f(uniform("lit"), lit);
    gl.uniform3f(uniform("signal"), ...signal);
    gl.uniform1i(uniform("ids"), Number(ids));
    gl.uniform1f(uniform("lift"), 0);
    gl.bindVertexArray(arrays[0]);
    gl.drawArrays(gl.TRIANGLES, 0, ends[step].faces);
    if (ids) return;
    gl.uniform1f(uniform("lift"), 4 / reach);
    gl.bindVertexArray(arrays[1]);
    gl.drawArrays(gl.LINES, 0, ends[step].lines);
  };
  const number = (label: string) => bodies.findIndex((b) => b.label === label);
  return {
    draw: (turn, step, lit) => pass(turn, step, lit ? number(lit) : -1, false),
    at: (turn, step, x, y) => {
      pass(turn, step, -1, true);
      const pixel = new Uint8Array(4);
      gl.readPixels(x, canvas.height - y - 1, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
      return bodies[pixel[0] + 256 * pixel[1] + 65536 * pixel[2] - 1]?.label ?? "";
    },
  };
}
