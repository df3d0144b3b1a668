import type { Energy, EnergyCommand } from './types.ts';

/** Applies one command. The document given is left as it is. */
export function applyEnergy(energy: Energy, command: EnergyCommand): Energy {
  switch (command.type) {
    case 'setFacade':
      return {
        ...energy,
        facades: energy.facades.map((facade) =>
          facade.side === command.side ? { ...command.facade, side: facade.side } : facade,
        ),
      };
    case 'setFields':
      return { ...energy, ...command.fields };
  }
}
