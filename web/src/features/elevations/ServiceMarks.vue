<script setup lang="ts">
import { isRun, type RunService, type Service } from '@eldrun/core/house';
import { type UnitSystem, tapeText } from '@eldrun/core/units';
import { ARROWS } from './arrows.ts';

/** Names of what sits in a wall over its drawing, each to be moved by hand and by key. */
const props = defineProps<{
  services: readonly Service[];
  /** From meters to the drawing. */
  px: (x: number) => number;
  py: (z: number) => number;
  scale: number;
  /** Moved so far by a key, and to multiples of it by hand, m. */
  step: number;
  units: UnitSystem;
}>();
const emit = defineEmits<{
  drag: [service: Service];
  place: [service: Service];
  cancel: [];
  remove: [id: string];
}>();

/** Corners of what is grabbed, px: a run is wider to the hand than it is drawn. */
const REACH = 9;

interface Place {
  x: number;
  z: number;
}

const startOf = (service: Service): Place =>
  isRun(service) ? { x: service.path[0]![0], z: service.path[0]![1] } : service;

function endOf({ path }: RunService): Place {
  const [x, z] = path.at(-1)!;
  return { x, z };
}

function moved(service: Service, dx: number, dz: number): Service {
  if (!isRun(service)) return { ...service, x: service.x + dx, z: service.z + dz };
  return { ...service, path: service.path.map(([x, z]) => [x + dx, z + dz] as const) };
}

/** So far that its start comes to lie on a multiple of the step. */
function byHand(service: Service, dx: number, dz: number): Service {
  const { x, z } = startOf(service);
  const to = (at: number, by: number): number =>
    Math.round((at + by) / props.step) * props.step - at;
  return moved(service, Math.abs(dx) < 1e-9 ? 0 : to(x, dx), Math.abs(dz) < 1e-9 ? 0 : to(z, dz));
}

let grabbed: { service: Service; x: number; y: number; moved: boolean } | null = null;

function grab(event: PointerEvent, service: Service): void {
  if (event.button !== 0) return;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  grabbed = { service, x: event.clientX, y: event.clientY, moved: false };
}

const pulled = (event: PointerEvent): Service =>
  byHand(
    grabbed!.service,
    (event.clientX - grabbed!.x) / props.scale,
    -(event.clientY - grabbed!.y) / props.scale,
  );

function pull(event: PointerEvent): void {
  if (!grabbed) return;
  if (!grabbed.moved && Math.hypot(event.clientX - grabbed.x, event.clientY - grabbed.y) < 4)
    return;
  grabbed.moved = true;
  emit('drag', pulled(event));
}

function letGo(event: PointerEvent): void {
  if (grabbed?.moved) emit('place', pulled(event));
  grabbed = null;
}

function lose(): void {
  if (grabbed) emit('cancel');
  grabbed = null;
}

function press(event: KeyboardEvent, service: Service): void {
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    return emit('remove', service.id);
  }
  if (event.key === 'Escape' && grabbed) return lose();
  const arrow = ARROWS[event.key];
  if (!arrow) return;
  event.preventDefault();
  emit('place', moved(service, arrow[0] * props.step, arrow[1] * props.step));
}

const line = (service: Service): string =>
  isRun(service)
    ? service.path
        .map(([x, z], i) => `${i === 0 ? 'M' : 'L'}${props.px(x)} ${props.py(z)}`)
        .join('')
    : '';
</script>

<template>
  <g
    v-for="service in services"
    :key="service.id"
    class="service"
    tabindex="0"
    role="button"
    :aria-label="`${service.id}, ${service.kind}, at ${tapeText(startOf(service).x, units)}, ${tapeText(startOf(service).z, units)} up`"
    @pointerdown.stop="grab($event, service)"
    @pointermove="pull"
    @pointerup="letGo"
    @pointercancel="lose"
    @keydown="press($event, service)"
  >
    <path v-if="isRun(service)" class="reach" :d="line(service)" :stroke-width="2 * REACH" />
    <rect
      v-else
      class="reach"
      :x="px(service.x) - 4"
      :y="py(service.z + service.height) - 4"
      :width="service.width * scale + 8"
      :height="service.height * scale + 8"
    />
    <text
      class="id"
      :x="isRun(service) ? px(endOf(service).x) : px(service.x + service.width / 2)"
      :y="isRun(service) ? py(endOf(service).z) - 5 : py(service.z + service.height) - 6"
      text-anchor="middle"
    >
      {{ service.id }}
    </text>
  </g>
</template>

<style scoped>
.service {
  cursor: move;
  touch-action: none;
}

.reach {
  fill: transparent;
  stroke: transparent;
}

path.reach {
  fill: none;
  pointer-events: stroke;
}

.service:focus-visible {
  outline: none;
}

.service:focus-visible .reach {
  stroke: var(--ink);
  stroke-width: 2;
}

.service:focus-visible rect.reach {
  fill: var(--marker);
  fill-opacity: 0.6;
}

.id {
  fill: var(--ink);
  font-size: var(--text-12);
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--ground);
  stroke-width: 4px;
}
</style>
