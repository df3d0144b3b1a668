import { applyAll, fileName } from '@eldrun/core/document';
import { fixed } from '@eldrun/core/units';
import { frameOf, mainFrameOf } from '@eldrun/core/build-up';
import { InputError } from '@eldrun/core/errors';
import type { Command } from '@eldrun/core/wall';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useProject } from '../../project/project.ts';
import { downloadText } from '../../persistence/wall-files.ts';
import type { HouseState } from '../../project/house.ts';

/** The largest file of walls, bytes. */
const MOST = 1 << 20;

/** What comes into a house from files, and goes out of it: to a table, to a file, to its walls. */
export function useHouseFiles(state: HouseState) {
  const project = useProject();
  const notices = useNotices();
  const nameOf = (what: string): string => fileName(`${project.document!.name} ${what}`);

  async function saveCsv(): Promise<void> {
    const { houseCsv } = await import('@eldrun/core/house/file');
    downloadText(`${nameOf('walls')}.csv`, houseCsv(state.house.value, project.units), 'text/csv');
  }

  /** A house file that stands alone: with its walls in it. */
  function saveFile(): void {
    downloadText(
      `${nameOf('house')}.json`,
      `${JSON.stringify(state.file.value, null, 2)}\n`,
      'application/json',
    );
  }

  /** Takes the walls of a table over; where a line of it is wrong, nothing. */
  async function takeCsv(file: File): Promise<void> {
    try {
      if (file.size > MOST) throw new InputError('', 'the file is too large', 'at most 1 MiB');
      const { elevationsOfCsv } = await import('@eldrun/core/house/file');
      const elevations = elevationsOfCsv(await file.text(), state.house.value);
      if (!(await state.run(`Walls of ${file.name}`, { type: 'setElevations', elevations })))
        return;
      notices.undoable(
        `${elevations.length === 1 ? '1 wall is' : `${elevations.length} walls are`} taken from ${file.name}`,
        '',
        () => state.record.travel('undo'),
      );
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      notices.wrong(`Nothing is taken from ${file.name}`, error);
    }
  }

  /** Puts a counted framing factor into the wall itself, as a saved state of it. */
  async function takeCount(wall: string, factor: number): Promise<void> {
    const text = `${fixed(factor * 100, 1)} %`;
    try {
      const { revision, document } = await ask('readWall', { params: { wall } });
      const main = mainFrameOf(document.layers);
      const commands: Command[] = document.layers.flatMap((layer) =>
        layer.kind === 'framed' && frameOf(layer) === main
          ? [{ type: 'setFraction' as const, id: layer.id, fraction: Number(factor.toFixed(4)) }]
          : [],
      );
      const { WALL } = await import('@eldrun/core/kinds/wall');
      await ask('saveWall', {
        params: { wall },
        body: {
          revision,
          document: applyAll(WALL, document, commands),
          steps: [`Framing factor as counted, ${text}`],
          commands,
        },
      });
      await project.refresh();
      notices.done(`“${document.name}” has the counted framing factor`, text);
    } catch (error) {
      notices.wrong('The wall was not changed', error);
    }
  }

  return { saveCsv, saveFile, takeCsv, takeCount };
}
