import { computed, inject, provide, ref, type InjectionKey } from 'vue';
import { DETAILS_FORMAT, type Details, type DetailsCommand } from '@eldrun/core/edges';
import {
  ORDER_FORMAT,
  orderTotals,
  pricedLine,
  type OrderBook,
  type OrderCommand,
  type OrderLine,
} from '@eldrun/core/order';
import type { House, HouseCommand } from '@eldrun/core/house';
import type { Material } from '@eldrun/core/materials';
import type { Takeoff, TakeoffLine } from '@eldrun/core/takeoff';
import { useOnlyDocument } from '../../project/only-document.ts';
import { makeHouse } from '../../project/house.ts';
import { useProject } from '../../project/project.ts';
import { materialsAtPrices, orderOf, priceBook, takeoffChoices } from '@eldrun/project';
import { useTakeoff } from './takeoff-run.ts';

const NO_EDGES: Details = { format: DETAILS_FORMAT, version: 1, name: 'Edges' };

/** Before it is taken off. */
const NOTHING: Takeoff = { lines: [], problems: [] };

const BLANK: OrderBook = { format: ORDER_FORMAT, version: 1, name: 'Order' };

/** What is bought for the house of the open project: its lines with their prices, and what the order says of them. */
function makeOrder() {
  const project = useProject();
  /** Whose step was done last: its keys of undo count. */
  const last = ref<'order' | 'house'>('order');
  const record = useOnlyDocument<OrderBook, OrderCommand>({
    kind: 'order',
    label: 'order',
    load: async () => (await import('@eldrun/core/kinds/order')).ORDER,
    blank: BLANK,
    hasKeys: () => last.value === 'order',
  });
  const edges = useOnlyDocument<Details, DetailsCommand>({
    kind: 'details',
    label: 'edges',
    load: async () => (await import('@eldrun/core/kinds/details')).DETAILS,
    blank: NO_EDGES,
    hasKeys: () => false,
  });
  const order = record.current;
  const house = makeHouse(
    () => last.value === 'house',
    () => ({ order: order.value, details: edges.exists.value ? edges.current.value : null }),
  );
  const packs = computed(() => order.value.packs ?? {});
  /** The house built as it is, or as another: by the same choices. */
  const asked = (file: House) => ({
    file,
    materials: project.pricedMaterials,
    choices: house.look(takeoffChoices),
  });
  const run = useTakeoff(() =>
    house.record.state.value === 'ready' && edges.state.value === 'ready'
      ? asked(house.file.value)
      : null,
  );

  /** Materials by id: those of the project and the library, and what walls bring along. */
  const materials = computed<Record<string, Material>>(() =>
    [...house.walls.value.values()].reduce<Record<string, Material>>(
      (all, wall) => ({ ...wall.materials, ...all }),
      project.materials,
    ),
  );
  const ordered = computed(() =>
    orderOf(
      run.takeoff.value ?? NOTHING,
      house.file.value,
      house.look(materialsAtPrices),
      house.look(priceBook),
      order.value,
    ),
  );
  const priced = (line: TakeoffLine): OrderLine =>
    pricedLine(line, {
      find: ordered.value.find,
      book: house.look(priceBook),
      order: order.value,
    });
  /** Of the whole house. */
  const lines = computed(() => ordered.value.lines);
  const all = computed<OrderLine[]>(() => [...lines.value, ...ordered.value.byElevation]);
  const laborRate = computed(() => project.prices?.document.laborRate ?? 0);
  const received = computed(() => ({
    lines: lines.value,
    deliveries: order.value.deliveries ?? [],
    find: ordered.value.find,
  }));
  const totals = computed(() => orderTotals(lines.value, laborRate.value));

  return {
    house,
    record,
    order,
    packs,
    asked,
    takeoff: run,
    materials,
    priced,
    all,
    lines,
    laborRate,
    totals,
    received,
    run: (name: string, ...commands: OrderCommand[]) => {
      last.value = 'order';
      return record.run(name, commands);
    },
    runHouse: (name: string, ...commands: HouseCommand[]) => {
      last.value = 'house';
      return house.run(name, ...commands);
    },
    canUndo: computed(() => (last.value === 'house' ? house.record : record).past.value.length > 0),
    undo: () => (last.value === 'house' ? house.record : record).travel('undo'),
    wallName: (id: string) => house.house.value.elevations.find((one) => one.id === id)?.name ?? id,
  };
}

export type OrderState = ReturnType<typeof makeOrder>;

const KEY: InjectionKey<OrderState> = Symbol('order');

/** Makes the order that the parts of the place look at. */
export function provideOrder(): OrderState {
  const state = makeOrder();
  provide(KEY, state);
  return state;
}

/** The order of the place. */
export const useOrder = (): OrderState => inject(KEY)!;
