import { assess } from '@eldrun/core/assessment';
import { withBrief } from '@eldrun/core/build-up';
import { writeModel, readModel } from '@eldrun/exchange';
import { makePaper, sheetOf, type PaperRequest } from '@eldrun/papers';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { demoProject } from '@eldrun/demo/as-project';
import { Derived } from '@eldrun/project';

const { brief, walls } = DEMO_PROJECTS[0]!;
const wall = withBrief(walls[1]!, brief);
const request: PaperRequest = {
  project: demoProject(),
  of: { sheet: 'wall', wall: 'wall-1', hourly: false },
  setting: {
    project: 'Bench',
    revision: '1',
    date: '2026-03-12',
    size: 'letter',
    units: 'imperial',
  },
};

/** The median of several runs, ms. */
async function median(work: () => unknown, runs = 9): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

/** What leaves the program. */
export async function papersFigures(): Promise<Record<string, number>> {
  const first = performance.now();
  await makePaper(request);
  const cold = performance.now() - first;
  const sheet = await median(() => makePaper(request));
  const bare = await median(() => assess(wall));
  const files = Array.from({ length: 20 }, (_, i) => ({ ...wall, name: `Wall ${i}` }));
  return {
    'papers: wall sheet as PDF, the first, fonts read, ms': cold,
    'papers: wall sheet as PDF, ms': sheet,
    'papers: wall sheet over the assessment of its wall': sheet / bare,
    'papers: wall sheet as data, ms': await median(() =>
      sheetOf(new Derived(request.project).look, request.of, request.setting),
    ),
    'papers: 20 walls as IFC and back, ms': await median(() =>
      readModel(writeModel('ifc', files, 'Bench', '2026-03-12').text, brief),
    ),
  };
}
