// Puts the offline pose model together: two networks with the notes that the library wants, in one file, and the library's
// WebAssembly beside it. Nothing is fetched: all comes from installed packages, checked by their hashes.
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createRequire } from 'node:module';
import { zipSync } from 'fflate';
import { Builder } from 'flatbuffers';

const require = createRequire(import.meta.url);
const POSE = dirname(require.resolve('@mediapipe/pose/package.json'));
const VISION = dirname(require.resolve('@mediapipe/tasks-vision'));

const NETWORKS = [
  {
    from: 'pose_solution_packed_assets.data',
    as: 'pose_detector.tflite',
    sha256: 'a63c614bef30d35947f13be361820b1e4e3bec9cfeebf4d11216a18373108e85',
    mean: 127.5,
    std: 127.5,
  },
  {
    from: 'pose_landmark_full.tflite',
    as: 'pose_landmarks_detector.tflite',
    sha256: 'e9a5c5cb17f736fafd4c2ec1da3b3d331d6edbe8a0d32395855aeb2cdfd64b9f',
    mean: 0,
    std: 255,
  },
];
const WASM = ['vision_wasm_module_internal.js', 'vision_wasm_module_internal.wasm'];
const BLOCK = 64;
const NORMALIZATION = 1;

/** Note for one network: how its picture's values are brought to its scale (file id M001). */
function modelNote(mean, std) {
  const b = new Builder(512);
  const floats = (value) => {
    b.startVector(4, 1, 4);
    b.addFloat32(value);
    return b.endVector();
  };
  const [means, stds] = [floats(mean), floats(std)];
  b.startObject(2);
  b.addFieldOffset(0, means, 0);
  b.addFieldOffset(1, stds, 0);
  const normalization = b.endObject();
  b.startObject(2);
  b.addFieldInt8(0, NORMALIZATION, 0);
  b.addFieldOffset(1, normalization, 0);
  const unit = b.endObject();
  const list = (item) => {
    b.startVector(4, 1, 4);
    b.addOffset(item);
    return b.endVector();
  };
  const units = list(unit);
  b.startObject(7);
  b.addFieldOffset(4, units, 0);
  const tensor = b.endObject();
  const inputs = list(tensor);
  b.startObject(4);
  b.addFieldOffset(2, inputs, 0);
  const graph = b.endObject();
  const graphs = list(graph);
  b.startObject(8);
  b.addFieldOffset(3, graphs, 0);
  b.finish(b.endObject(), 'M001');
  return b.asUint8Array();
}

/**
 * The network with a note in it. Offsets inside the file point forward only, so that a new root stands before the old bytes and
 * points into them; the old bytes stay as they are, at a multiple of their alignment.
 */
function withNote(old, note) {
  const view = new DataView(old.buffer, old.byteOffset, old.byteLength);
  const root = view.getUint32(0, true);
  const vtable = root - view.getInt32(root, true);
  const fields = (view.getUint16(vtable, true) - 4) / 2;
  const field = (i) => (i < fields ? view.getUint16(vtable + 4 + 2 * i, true) : 0);
  /** Where the thing is that a field of the root points to, in the old file. */
  const target = (i) => {
    const at = field(i);
    return at === 0 ? 0 : root + at + view.getUint32(root + at, true);
  };
  const OLD = { version: 0, codes: 1, graphs: 2, description: 3, buffers: 4, metadata: 6 };
  const buffersAt = target(OLD.buffers);
  const count = view.getUint32(buffersAt, true);
  const buffers = Array.from({ length: count }, (_, i) => {
    const at = buffersAt + 4 + 4 * i;
    return at + view.getUint32(at, true);
  });
  // Layout of the head: root pointer, id, vtable, root, buffer list, metadata list and entry, name, new buffer, note.
  const align = (n, to) => Math.ceil(n / to) * to;
  const name = new TextEncoder().encode('TFLITE_METADATA');
  let at = 8;
  const vt = at;
  at = align(vt + 4 + 2 * 7, 4);
  const table = at;
  at = table + 4 + 4 * 6;
  const list = at;
  at = list + 4 + 4 * (count + 1);
  const entries = at;
  at = entries + 8;
  const entryVt = at;
  at = entryVt + 8;
  const entry = at;
  at = entry + 12;
  const text = at;
  at = align(text + 4 + name.length + 1, 4);
  const bufferVt = at;
  at = align(bufferVt + 6, 4);
  const buffer = at;
  at = align(buffer + 8 + 4, 16) - 4;
  const data = at;
  const head = align(data + 4 + note.length, BLOCK);
  const out = new Uint8Array(head + old.length);
  const o = new DataView(out.buffer);
  out.set(old, head);
  const point = (from, to) => o.setUint32(from, to - from, true);
  point(0, table);
  out.set(new TextEncoder().encode('TFL3'), 4);
  // Fields of the root: version, codes, graphs, description, buffers, (none), metadata.
  o.setUint16(vt, 4 + 2 * 7, true);
  o.setUint16(vt + 2, 4 + 4 * 6, true);
  const slots = [4, 8, 12, target(OLD.description) ? 16 : 0, 20, 0, 24];
  slots.forEach((s, i) => o.setUint16(vt + 4 + 2 * i, s, true));
  o.setInt32(table, table - vt, true);
  o.setUint32(table + 4, view.getUint32(root + field(OLD.version), true), true);
  point(table + 8, head + target(OLD.codes));
  point(table + 12, head + target(OLD.graphs));
  if (target(OLD.description)) point(table + 16, head + target(OLD.description));
  point(table + 20, list);
  point(table + 24, entries);
  o.setUint32(list, count + 1, true);
  buffers.forEach((b, i) => point(list + 4 + 4 * i, head + b));
  point(list + 4 + 4 * count, buffer);
  o.setUint32(entries, 1, true);
  point(entries + 4, entry);
  o.setUint16(entryVt, 8, true);
  o.setUint16(entryVt + 2, 12, true);
  o.setUint16(entryVt + 4, 4, true);
  o.setUint16(entryVt + 6, 8, true);
  o.setInt32(entry, entry - entryVt, true);
  point(entry + 4, text);
  o.setUint32(entry + 8, count, true);
  o.setUint32(text, name.length, true);
  out.set(name, text + 4);
  o.setUint16(bufferVt, 6, true);
  o.setUint16(bufferVt + 2, 8, true);
  o.setUint16(bufferVt + 4, 4, true);
  o.setInt32(buffer, buffer - bufferVt, true);
  point(buffer + 4, data);
  o.setUint32(data, note.length, true);
  out.set(note, data + 4);
  return out;
}

/** Makes the pose model in a folder that is served, once. */
export function makePoseTask(folder) {
  const task = join(folder, 'pose.task');
  if (existsSync(task)) return;
  mkdirSync(join(folder, 'wasm'), { recursive: true });
  const files = {};
  for (const { from, as, sha256, mean, std } of NETWORKS) {
    const bytes = readFileSync(join(POSE, from));
    const found = createHash('sha256').update(bytes).digest('hex');
    if (found !== sha256) throw new Error(`${from} is not the file that was checked: ${found}.`);
    files[as] = withNote(new Uint8Array(bytes), modelNote(mean, std));
  }
  writeFileSync(task, zipSync(files, { level: 0 }));
  for (const file of WASM) copyFileSync(join(VISION, 'wasm', file), join(folder, 'wasm', file));
}
