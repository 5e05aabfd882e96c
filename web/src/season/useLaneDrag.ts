import { addDays, daysBetween } from '@esprel/core';
import type { SeasonLane } from '@esprel/core/api';
import { ref, shallowRef, watch } from 'vue';

/** Days by which a lane's sowing and planting out are moved. */
export interface LaneMove {
  readonly sow: number;
  readonly out: number;
}

const MOST_DAYS = 400;

/** The same lanes stand where they stood; with one more or one less, all are in the order in which they came. */
function inOrderOf(before: readonly SeasonLane[], now: readonly SeasonLane[]): readonly SeasonLane[] {
  const byId = new Map(now.map((lane) => [lane.id, lane]));
  const same = before.flatMap((lane) => byId.get(lane.id) ?? []);
  return before.length === now.length && same.length === now.length ? same : now;
}

/**
 * A lane in the hand: by mouse, finger or keys, a week at a time or, with Shift, a day; the whole lane or its planting out alone. What was moved is
 * kept on release, on Enter, or when the lane is left; Escape leaves it where it was.
 */
export function useLaneDrag(
  lanes: () => readonly SeasonLane[],
  dayWidth: () => number,
  move: (lane: SeasonLane, sowOn: string, plantOutOn: string | null) => void,
) {
  const moving = ref<{ readonly id: number; readonly days: number; readonly out: boolean } | null>(null);
  /** Lanes do not change under the hand that holds one, nor does a lane that was moved run away to another place in the order. */
  const held = shallowRef(lanes());
  watch([lanes, moving], () => {
    if (moving.value === null) held.value = inOrderOf(held.value, lanes());
  });

  const moved = (m: { readonly days: number; readonly out: boolean }): LaneMove => ({ sow: m.out ? 0 : m.days, out: m.days });
  function shiftOf(id: number): LaneMove {
    return moving.value?.id === id ? moved(moving.value) : { sow: 0, out: 0 };
  }

  function keep(): void {
    const m = moving.value;
    const lane = held.value.find((l) => l.id === m?.id);
    moving.value = null;
    if (!m || !lane || m.days === 0) return;
    const by = moved(m);
    move(lane, addDays(lane.sowOn, by.sow), lane.plantOutOn === null ? null : addDays(lane.plantOutOn, by.out));
  }

  /** A plant is never set out before it was sown. */
  function set(lane: SeasonLane, days: number, out: boolean): void {
    const least = out && lane.plantOutOn !== null ? -daysBetween(lane.sowOn, lane.plantOutOn) : -MOST_DAYS;
    const next = Math.max(least, Math.min(MOST_DAYS, days));
    const m = moving.value;
    if (m?.id !== lane.id || m.days !== next || m.out !== out) moving.value = { id: lane.id, days: next, out };
  }

  const fixed = (lane: SeasonLane): boolean => lane.sowingId !== null;
  let grabbed: { readonly x: number; readonly lane: SeasonLane; readonly out: boolean } | null = null;
  function grab(event: PointerEvent, lane: SeasonLane, out: boolean): void {
    if (fixed(lane) || event.button !== 0) return;
    grabbed = { x: event.clientX, lane, out };
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  }
  function drag(event: PointerEvent): void {
    if (!grabbed) return;
    const days = (event.clientX - grabbed.x) / dayWidth();
    set(grabbed.lane, event.shiftKey ? Math.round(days) : 7 * Math.round(days / 7), grabbed.out);
  }
  function release(): void {
    if (!grabbed) return;
    grabbed = null;
    keep();
  }
  function key(event: KeyboardEvent, lane: SeasonLane, out: boolean): void {
    if (fixed(lane)) return;
    const now = moving.value?.id === lane.id && moving.value.out === out ? moving.value.days : 0;
    const step = event.shiftKey ? 1 : 7;
    if (event.key === 'ArrowLeft') set(lane, now - step, out);
    else if (event.key === 'ArrowRight') set(lane, now + step, out);
    else if (event.key === 'Enter' && now !== 0) keep();
    else if (event.key === 'Escape' && now !== 0) moving.value = null;
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  return { held, moving, shiftOf, keep, grab, drag, release, key };
}
