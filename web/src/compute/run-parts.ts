import { CAUSES, type Course, type DepthField } from '@eldrun/core/transient';

/** Where a run stands: what a worker sends on its way is only what came since. */
export interface RunPart {
  course: Course;
  field: DepthField;
}

/** What of a run came after so many entries of its course and days of its field. */
export function partSince({ course, field }: RunPart, entries: number, days: number): RunPart {
  return {
    course: {
      every: course.every,
      hour: course.hour.slice(entries),
      wood: course.wood.map(({ layer, mc }) => ({ layer, mc: mc.slice(entries) })),
      faces: course.faces.map(({ temperature, rh, mold }) => ({
        temperature: temperature.slice(entries),
        rh: rh.slice(entries),
        mold: mold.slice(entries),
      })),
      outdoor: course.outdoor.slice(entries),
      water: Object.fromEntries(
        CAUSES.map((cause) => [cause, course.water[cause].slice(entries)]),
      ) as Course['water'],
    },
    field: {
      depth: field.depth,
      days: field.days,
      temperature: field.temperature.slice(days),
      rh: field.rh.slice(days),
    },
  };
}

function append<T>(to: T[], more: readonly T[]): void {
  for (const value of more) to.push(value);
}

/** Puts what came since behind what there was, in place, and returns it as a new whole. */
export function joined(before: RunPart | null, { course, field }: RunPart): RunPart {
  if (!before) return { course, field };
  const { course: to, field: into } = before;
  append(to.hour, course.hour);
  append(to.outdoor, course.outdoor);
  to.wood.forEach(({ mc }, i) => append(mc, course.wood[i]!.mc));
  to.faces.forEach((face, i) => {
    const more = course.faces[i]!;
    append(face.temperature, more.temperature);
    append(face.rh, more.rh);
    append(face.mold, more.mold);
  });
  for (const cause of CAUSES) append(to.water[cause], course.water[cause]);
  append(into.temperature, field.temperature);
  append(into.rh, field.rh);
  return { course: { ...to }, field: { ...into, days: field.days } };
}
