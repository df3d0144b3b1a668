import { computed, ref, shallowRef, watch } from 'vue';
import {
  facadeYear,
  foilWorth,
  USUAL_ENERGY,
  worthOf,
  worthSentences,
  type Energy,
  type EnergyCommand,
  type EnergyOption,
} from '@eldrun/core/energy';
import { siteOf, weatherOfSite, type WeatherYear } from '@eldrun/core/climate';
import { WEATHER_SEED } from '@eldrun/core/judgment';
import { useOnlyDocument } from '../../project/only-document.ts';
import { useOptions, type ComparedWall } from '../../project/options.ts';
import { useProject } from '../../project/project.ts';
import { hoursOfBrief } from '../../persistence/weather-hours.ts';

/** What the compared walls, and better windows, are worth in a year and over the years that are counted. */
export function useEnergy(against: () => string) {
  const project = useProject();
  const options = useOptions();
  const house = useOnlyDocument<Energy, EnergyCommand>({
    kind: 'energy',
    label: 'house and energy',
    load: async () => (await import('@eldrun/core/kinds/energy')).ENERGY,
    blank: USUAL_ENERGY,
  });
  const energy = house.current;
  const weather = shallowRef<WeatherYear | null>(null);
  const problem = ref('');

  watch(
    () => project.document?.brief.outdoor,
    async (outdoor) => {
      if (!outdoor) return;
      problem.value = '';
      try {
        const file = 'weather' in outdoor ? outdoor.weather : undefined;
        const site = siteOf(outdoor);
        const hours = file
          ? await hoursOfBrief(project.id, file)
          : site && weatherOfSite(site, WEATHER_SEED);
        if (outdoor === project.document?.brief.outdoor) weather.value = hours;
      } catch (error) {
        problem.value = (error as Error).message;
      }
    },
    { immediate: true },
  );

  const indoor = computed(() => {
    const { temperature = 20 } = project.document?.brief.indoor ?? {};
    return Array.isArray(temperature) ? temperature : Array<number>(12).fill(temperature);
  });
  const years = computed(() => {
    const { value: hours } = weather;
    return (
      hours &&
      energy.value.facades.map((side) => facadeYear(side, energy.value, hours, indoor.value))
    );
  });

  /** Walls that are computed, the baseline first. */
  const walls = computed<ComparedWall[]>(() =>
    options.walls
      .filter(({ facts }) => facts)
      .sort((a, b) => Number(b.id === against()) - Number(a.id === against())),
  );
  const worths = computed(() => {
    if (!years.value || walls.value.length === 0) return [];
    const plain = walls.value.map((wall): EnergyOption => {
      const { u, cost, carbon } = wall.facts!.measures;
      return { name: `${wall.letter} ${wall.name}`, u, cost, carbon, better: false };
    });
    const better = {
      ...plain[0]!,
      name: `${walls.value[0]!.letter} with better windows`,
      better: true,
    };
    return worthOf(energy.value, years.value, [...plain, better]);
  });
  const sentences = computed(() => {
    const margins = walls.value.map(({ facts }) => facts!.measures.margin);
    return worthSentences(energy.value, worths.value, [...margins, margins[0] ?? null]);
  });
  /** How each wall answers to a summer day, and what a foil facing toward its gap would be worth. */
  const summer = computed(() =>
    walls.value.map(({ letter, name, facts, wall }) => ({
      name: `${letter} ${name}`,
      r: facts!.measures.r,
      energy: facts!.energy,
      byHours: years.value ? (facts!.measures.u * years.value[0]!.heating) / 1000 : null,
      dynamic: facts!.dynamic,
      foil: wall && foilWorth(wall),
    })),
  );

  return { house, energy, problem, weather, years, walls, worths, sentences, summer };
}
