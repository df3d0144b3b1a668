import { h, type FunctionalComponent } from 'vue';
import { svgMarks, svgPatterns, type Scene } from '@eldrun/drawing';

/**
 * The marks of a scene inside an SVG element, where its origin lies at x and y.
 *
 * @param props.uid unique in the page, for the patterns
 * @param props.scale px a metre
 * @param props.stretch how much higher it is drawn than it is
 */
export const SceneMarks: FunctionalComponent<{
  scene: Scene;
  uid: string;
  scale: number;
  x: number;
  y: number;
  stretch?: number;
}> = ({ scene, uid, scale, x, y, stretch = 1 }) => [
  h('defs', { innerHTML: svgPatterns(uid, scale) }),
  h('g', {
    transform: `translate(${x} ${y}) scale(${scale} ${scale * stretch})`,
    innerHTML: svgMarks(scene, uid),
  }),
];
SceneMarks.props = ['scene', 'uid', 'scale', 'x', 'y', 'stretch'];
