import {
  Anchor,
  Circle,
  Crosshair,
  Hand,
  LineSquiggle,
  MoveVertical,
  PersonStanding,
  Ruler,
  Slash,
  Square,
  SquareUser,
  Target,
  TriangleRight,
  Wand,
  type LucideIcon,
} from 'lucide-react';
import type { DrawingKind } from '../../../../core/picture/marks.ts';

/** What a tap on the picture does. */
export type Tool = 'move' | 'points' | 'scale' | 'upright' | DrawingKind;

export interface ToolInfo {
  readonly id: Tool;
  readonly name: string;
  readonly icon: LucideIcon;
  /** Taps that finish it; 0 is drawn by dragging. */
  readonly taps: number;
  /** Held through the swing by default, else only on its frame. */
  readonly held: boolean;
  readonly hint: string;
}

const tool = (id: Tool, name: string, icon: LucideIcon, taps: number, held: boolean, hint: string): ToolInfo => ({
  id,
  name,
  icon,
  taps,
  held,
  hint,
});

/** Tools in the order of the column beside the picture. */
export const TOOLS: readonly ToolInfo[] = [
  tool('move', 'Move', Hand, 0, false, 'Drag the picture, a drawing’s corner or a point.'),
  tool('points', 'Points', Crosshair, 1, false, 'Tap where the named point is.'),
  tool('scale', 'Scale', Ruler, 2, true, 'Tap both ends of a known length that is as far away as the player.'),
  tool('upright', 'Upright', Anchor, 2, true, 'Tap two places of something that hangs or stands plumb: a door post.'),
  tool('hip-back', 'Line behind the hips', PersonStanding, 1, true, 'Tap the hindmost edge of the hips at set-up.'),
  tool('head-box', 'Head box', SquareUser, 2, true, 'Tap two opposite corners about the head at set-up.'),
  tool('shaft', 'Shaft line', Wand, 2, true, 'Tap the grip and the head.'),
  tool('ball-target', 'Ball to target', Target, 2, true, 'Tap the ball and a place toward the target.'),
  tool('line', 'Line', Slash, 2, false, 'Tap both ends.'),
  tool('plumb', 'Plumb line', MoveVertical, 1, false, 'Tap where it should hang.'),
  tool('angle', 'Angle', TriangleRight, 3, false, 'Tap one side, the corner, the other side.'),
  tool('circle', 'Circle', Circle, 2, false, 'Tap the middle and the edge.'),
  tool('box', 'Box', Square, 2, false, 'Tap two opposite corners.'),
  tool('free', 'Freehand', LineSquiggle, 0, false, 'Drag.'),
];

export const toolInfo = (id: Tool): ToolInfo => TOOLS.find((t) => t.id === id) ?? TOOLS[0]!;
