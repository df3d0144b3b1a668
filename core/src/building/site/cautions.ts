import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import { isDenseFill } from './check-texts.ts';
import type { StepFamily } from './types.ts';

const HEIGHT = 'Ladders and scaffolds: stand on what is meant for it, tie off, keep off in storms.';
const DUST =
  'Cutting: extract dust or wet it, wear a fitted mask; fiber-cement and masonry make silica dust.';

/**
 * What can hurt somebody at a step, where it matters. Local rules on safety at work govern.
 *
 * @param existing whether something stands already that is opened
 */
export function cautionsOf(
  family: StepFamily,
  layers: readonly ResolvedLayer[] = [],
  existing = false,
): string[] {
  const categories = new Set(layers.flatMap(({ fill }) => fill?.category ?? []));
  const words = layers.map(({ fillId }) => fillId ?? '').join(' ');
  const has = (pattern: RegExp): boolean => [...categories].some((one) => pattern.test(one));
  switch (family) {
    case 'framing':
      return [
        'Raised frames are braced before anybody lets go, and stay braced until they are sheathed; lifts by crane have a signaler.',
        'Nailers: sequential trigger, hands clear, eyes covered.',
        ...(existing
          ? [
              'Before gutting: have old paint, boards and insulation tested for lead and asbestos; stop when in doubt.',
            ]
          : []),
      ];
    case 'racking-inside':
    case 'sheathing':
      return [
        'Large boards are sails: not in gusts, two people, never from a ladder.',
        HEIGHT,
        'Nailers: sequential trigger, hands clear, eyes covered.',
      ];
    case 'membrane':
      return [
        HEIGHT,
        ...(/liquid|adhered|butyl/.test(words)
          ? [
              'Primers and liquids: vapors burn and harm; air, gloves, no flame, and nothing hot nearby.',
            ]
          : []),
      ];
    case 'windows':
      return [
        'Windows are heavy: enough hands or a lift, nobody below; glass breaks at its edges.',
        HEIGHT,
      ];
    case 'insulation':
      return [
        HEIGHT,
        ...(has(/foam/)
          ? ['Foam boards burn: no flame, no grinding sparks, a thermal barrier by the code.']
          : []),
        ...(has(/mineral|wood-fiber/) ? ['Fibers and dust: mask, gloves, covered arms.'] : []),
        'Large boards are sails: not in gusts, two people.',
      ];
    case 'furring':
      return [HEIGHT, 'Long screws wrench the wrist when they catch: two hands on the driver.'];
    case 'cladding':
      return [
        HEIGHT,
        DUST,
        ...(/stucco|render/.test(words)
          ? ['Wet cement burns skin and eyes: gloves, boots, goggles.']
          : []),
      ];
    case 'services':
      return [
        'Power off and locked before anybody works at wires.',
        'Heat: drink, shade, rest, and look after one another.',
      ];
    case 'cavity-fill':
      return layers.some(isDenseFill)
        ? [
            categories.has('spray-foam')
              ? 'Spray foam: supplied air and covered skin, nobody else in the house until its re-entry time is over; thick passes can catch fire.'
              : 'Blown fills make dust: mask and goggles, hose grounded.',
          ]
        : ['Fibers and dust: mask, gloves, covered arms.'];
    case 'air-barrier-inside':
      return ['Primers and sealants: air the room.'];
    case 'airtightness-test':
      return [
        'Before the fan starts: fires out and ash cold, gas appliances off, so that nothing is drawn back into the room.',
      ];
    case 'inner-finish':
      return [DUST, 'Boards are lifted by two or a hoist.'];
  }
}
