import { h, type FunctionalComponent } from 'vue';
import { svgMarks, svgPatterns, type Scene } from '@eldrun/drawing';

/**
 * The marks of a scene inside an SVG element, where its origin lies at x and y.
 *
 * @param props.uid unique in the page, for the patterns
 * @param props.scale px a metre
 */
export const SceneMarks: FunctionalComponent<{
  scene: Scene;
  uid: string;
  scale: number;
  x: number;
  y: number;
}> = ({ scene, uid, scale, x, y }) => [
  h('defs', { innerHTML: svgPatterns(uid, scale) }),
  h('g', { transform: `translate(${x} ${y}) scale(${scale})`, innerHTML: svgMarks(scene, uid) }),
];
SceneMarks.props = ['scene', 'uid', 'scale', 'x', 'y'];
