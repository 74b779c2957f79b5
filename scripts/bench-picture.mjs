// Part of `npm run bench`: measures from picked points over simulated bodies, followed points, and their speed.
import { CHECKPOINTS } from '../core/catalogue/stages.ts';
import { followStep, startFollowing } from '../core/picture/follow.ts';
import { NO_MARKS, PICTURE_POINTS } from '../core/picture/marks.ts';
import { measurePicture } from '../core/picture/picture-measures.ts';
import { softened } from '../core/picture/track.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { median, quantile } from '../core/numeric/statistics.ts';
import { playerSwing } from '../core/swing/player.ts';
import { mpsToMph, radToDeg } from '../core/units/units.ts';
import { SOUND_BODY } from '../stand-ins/camera/body.ts';
import { filmFrames, filmScene, PLAIN_CAMERA } from '../stand-ins/camera/record-video.ts';

const BODIES = 40;
const PICK_PX = 1.5;
const player = playerSwing({ sex: 'male', heightM: 1.78, massKg: 78, strength: 0.65 });

/** All checkpoints and the last frames before the strike, picked by a hand that is off by up to 1.5 px. */
function picked(truth, random) {
  const off = () => PICK_PX * (2 * random.uniform() - 1);
  const strike = truth.checkpoints.strike.frame;
  const frames = [...new Set([...CHECKPOINTS.map((c) => truth.checkpoints[c].frame), strike - 1, strike - 2])];
  return {
    view: truth.view,
    handedness: truth.handedness,
    widthPx: truth.widthPx,
    heightPx: truth.heightPx,
    frameTimesS: truth.frameTimesS,
    marks: {
      ...NO_MARKS,
      cameraDistanceM: 5,
      checkpoints: Object.fromEntries(
        CHECKPOINTS.map((c) => [c, { frame: truth.checkpoints[c].frame, source: 'picked' }]),
      ),
      frames: frames.map((frame) => ({
        frame,
        points: Object.fromEntries(
          PICTURE_POINTS.map((p) => {
            const [x, y] = truth.points[frame][p];
            return [p, { x: x + off(), y: y + off(), source: 'picked' }];
          }),
        ),
      })),
      scale: {
        a: { x: 60, y: 600 },
        b: { x: 60 + 1.2 * truth.pxPerMetre + off(), y: 600 + off() },
        lengthM: 1.2,
        lengthSdM: 0.01,
        at: 'body',
      },
    },
  };
}

/** Errors of picked measures against the bodies' own settings, per view. */
export function benchPicture() {
  const errors = new Map();
  const add = (name, value) => errors.set(name, [...(errors.get(name) ?? []), Math.abs(value)]);
  for (let i = 0; i < BODIES; i++) {
    const random = seededRandom(`body ${i}`);
    const body = {
      ...SOUND_BODY,
      hipsBackM: 0.16 * random.uniform(),
      hipPlaceAtStrike: 0.5 + 0.5 * random.uniform(),
      hipDepthLostM: 0.09 * random.uniform(),
      headAheadM: 0.1 * random.uniform() - 0.02,
      sideBendAtDeliveryDeg: 5 + 25 * random.uniform(),
      steeperDownDeg: 15 * random.uniform(),
    };
    const fps = [30, 60, 120, 240][i % 4];
    for (const view of ['face-on', 'down-the-line']) {
      const { truth } = filmScene(player, body, { ...PLAIN_CAMERA, view, fps, seed: `${i}` });
      const m = measurePicture(picked(truth, random));
      const of = (id, at) => m.values.find((v) => v.id === id && v.checkpoint === at).value;
      if (view === 'face-on') {
        add('face-on hips back at top, cm', 100 * (-of('hip-shift', 'top') - body.hipsBackM));
        add('face-on head at strike, cm', 100 * (of('head-shift', 'strike') - body.headAheadM));
        add('face-on side bend at delivery, °', radToDeg(of('side-bend', 'delivery')) - body.sideBendAtDeliveryDeg);
        const speed = m.speeds.clubHead;
        const [lo, hi] = speed.interval90Mps.map(mpsToMph);
        add(`club head speed at ${fps} frames a second, mph`, mpsToMph(speed.speedMps) - truth.clubSpeedMph);
        add('club head speed outside its interval', truth.clubSpeedMph < lo || truth.clubSpeedMph > hi ? 1 : 0);
      } else {
        add('down-the-line hip depth, cm', 100 * (of('hip-depth-lost', 'delivery') - body.hipDepthLostM));
        add('down-the-line steepening, °', radToDeg(of('steepening', 'lead arm level (down)')) - body.steeperDownDeg);
      }
    }
  }
  console.log(`Measures from points picked to ± ${PICK_PX} px, ${BODIES} bodies at 30 to 240 frames a second:`);
  for (const [name, list] of errors) {
    console.log(
      name.includes('outside')
        ? `  ${name}: ${list.filter((v) => v > 0).length} of ${list.length}`
        : `  ${name}: median ${median(list).toFixed(2)}, 90th percentile ${quantile(list, 0.9).toFixed(2)}, worst ${Math.max(...list).toFixed(2)}`,
    );
  }
}

/** Points followed through films without a codec: errors where they were seen, and how far they were followed. */
export function benchFollow() {
  console.log('Points followed from set-up at 120 and 240 frames a second, 480 px high:');
  for (const fps of [120, 240]) {
    const options = { ...PLAIN_CAMERA, fps, widthPx: 480, heightPx: 480 };
    const { realS, jointsAt, truth } = filmScene(player, SOUND_BODY, options);
    const [from, to] = [truth.checkpoints['set-up'].frame, truth.checkpoints.strike.frame];
    const greys = [...filmFrames(options, realS.slice(from, to + 1), jointsAt)].map((rgba) =>
      softened({
        widthPx: 480,
        heightPx: 480,
        values: Uint8Array.from(
          { length: rgba.length / 4 },
          (_, i) => (rgba[4 * i] + 2 * rgba[4 * i + 1] + rgba[4 * i + 2]) / 4,
        ),
      }),
    );
    for (const point of [
      'head',
      'leadShoulder',
      'trailShoulder',
      'leadHip',
      'trailHip',
      'trailKnee',
      'trailAnkle',
      'hands',
      'clubHead',
    ]) {
      const [x0, y0] = truth.points[from][point];
      let state = startFollowing(point, { x: x0, y: y0 });
      const off = [];
      let until = 0;
      for (let i = 1; i < greys.length && state; i++) {
        const next = followStep(greys[i - 1], greys[i], state, 1 / fps);
        state = next.state;
        if (!state) break;
        until = i;
        const [x, y] = truth.points[from + i][point];
        if (state.hiddenFor === 0) off.push(Math.hypot(next.found.x - x, next.found.y - y));
      }
      console.log(
        `  ${fps} ${point}: followed over ${until} of ${greys.length - 1} frames, median ${median(off).toFixed(1)} px, 90th percentile ${quantile(off, 0.9).toFixed(1)} px`,
      );
    }
  }
}
