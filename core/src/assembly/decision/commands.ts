import { InputError } from '../../common/errors.ts';
import type { Decision, DecisionCommand } from './types.ts';

/** Applies one command. @throws InputError where it names a wall that is none of the options */
export function applyDecision(decision: Decision, command: DecisionCommand): Decision {
  switch (command.type) {
    case 'rename':
      return { ...decision, name: command.name };
    case 'choose': {
      const options = decision.options.map((option) => {
        const { rejected: _, ...chosen } = option;
        return option.wall === command.wall ? chosen : option;
      });
      return { ...decision, chosen: needOption(decision, command.wall), options };
    }
    case 'setText':
      return { ...decision, [command.field]: command.text };
    case 'setRejected':
      needOption(decision, command.wall);
      return {
        ...decision,
        options: decision.options.map((option) =>
          option.wall === command.wall ? { ...option, rejected: command.text } : option,
        ),
      };
    case 'bind': {
      const reasons = new Map(decision.options.map(({ wall, rejected }) => [wall, rejected]));
      const options = command.on.options.map((option) => {
        const rejected = reasons.get(option.wall);
        return rejected === undefined ? option : { ...option, rejected };
      });
      return { ...decision, brief: command.on.brief, options };
    }
  }
}

function needOption({ options }: Decision, wall: string): string {
  if (!options.some((option) => option.wall === wall))
    throw new InputError(
      'wall',
      `“${wall}” is none of the options`,
      options.map((option) => option.wall).join(', '),
    );
  return wall;
}
