import type { Assessment } from '@eldrun/core/assessment';
import { besideJudgment, type Judgment } from '@eldrun/core/judgment';
import { LIBRARY, type Material } from '@eldrun/core/materials';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import {
  assessedWall,
  elevationsOfWall,
  factsOfWall,
  foundOfWall,
  judgedWall,
  materialsAtPrices,
  mendsOfSimulatedWall,
  mendsOfWall,
  simulatedWall,
  wallFile,
  type Look,
  type PlacingFacts,
} from '@eldrun/project';
import type { Finding } from './types.ts';

/** A wall with all that a paper says of it. */
export interface LookedAt {
  assessment: Assessment;
  judgment: Judgment;
  findings: Finding[];
  /** How its layers are placed. */
  facts: PlacingFacts;
  /** Whether no elevation of a house is built as it. */
  alone: boolean;
  find: (id: string) => Material | undefined;
}

/**
 * What a project says of a wall.
 *
 * @param wall its id
 * @param hourly whether its standard years are run: a second or more
 * @throws InputError where a number cannot be computed
 */
export function lookAt(look: Look, wall: string, hourly: boolean, units: UnitSystem): LookedAt {
  const judgment = look(hourly ? simulatedWall : judgedWall, wall);
  const mends = look(hourly ? mendsOfSimulatedWall : mendsOfWall, wall);
  const { materials: own } = look(wallFile, wall);
  const materials = look(materialsAtPrices);
  return {
    assessment: look(assessedWall, wall),
    judgment,
    findings: besideJudgment(look(foundOfWall, wall), judgment, mends).map(
      ({ status, title, reason, fixes }) => ({
        status,
        title: messageText(title, units),
        reason: messageText(reason, units),
        fix: fixes[0] ? messageText(fixes[0].label, units) : null,
      }),
    ),
    facts: look(factsOfWall, wall),
    alone: look(elevationsOfWall, wall).length === 0,
    find: (id) => own?.[id] ?? materials[id] ?? LIBRARY[id],
  };
}
