import type { SeasonLane } from '@esprel/core/api';
import { describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, ref } from 'vue';
import { useLaneDrag } from './useLaneDrag.ts';

const lane = (id: number, over: Partial<SeasonLane> = {}): SeasonLane =>
  ({ id, sowOn: '2027-03-09', plantOutOn: '2027-05-11', sowingId: null, ...over }) as SeasonLane;

function inHand(first: readonly SeasonLane[]) {
  const lanes = ref(first);
  const move = vi.fn();
  const scope = effectScope();
  const drag = scope.run(() =>
    useLaneDrag(
      () => lanes.value,
      () => 4,
      move,
    ),
  ) as ReturnType<typeof useLaneDrag>;
  const press = (key: string, over: { shiftKey?: boolean } = {}, on = lanes.value[0] as SeasonLane, out = false): boolean => {
    const event = { key, shiftKey: false, preventDefault: vi.fn(), stopPropagation: vi.fn(), ...over };
    drag.key(event as unknown as KeyboardEvent, on, out);
    return event.preventDefault.mock.calls.length > 0;
  };
  return { lanes, move, drag, press };
}
/** A hand that goes from one place to another. */
const pointer = (clientX: number, over: object = {}): PointerEvent =>
  ({
    clientX,
    button: 0,
    pointerId: 1,
    shiftKey: false,
    currentTarget: { setPointerCapture: () => undefined },
    ...over,
  }) as unknown as PointerEvent;

describe('a lane in the hand', () => {
  it('moves by the week, by the day with Shift, and is kept by Enter with all that hangs on it', () => {
    const { move, drag, press } = inHand([lane(1)]);
    expect(press('ArrowRight')).toBe(true);
    press('ArrowRight', { shiftKey: true });
    expect(drag.shiftOf(1)).toEqual({ sow: 8, out: 8 });
    expect(drag.shiftOf(2)).toEqual({ sow: 0, out: 0 });
    press('Enter');
    expect(move).toHaveBeenCalledWith(expect.objectContaining({ id: 1 }), '2027-03-17', '2027-05-19');
    expect(drag.moving.value).toBeNull();
  });

  it('is left where it was by Escape, and by Enter before it moved', () => {
    const { move, drag, press } = inHand([lane(1)]);
    expect(press('Enter')).toBe(false);
    press('ArrowLeft');
    press('Escape');
    expect(drag.moving.value).toBeNull();
    expect(move).not.toHaveBeenCalled();
  });

  it('moves planting out alone, never before the sowing', () => {
    const { move, drag, press } = inHand([lane(1)]);
    for (let i = 0; i < 20; i++) press('ArrowLeft', {}, undefined, true);
    expect(drag.shiftOf(1)).toEqual({ sow: 0, out: -63 });
    drag.keep();
    expect(move).toHaveBeenCalledWith(expect.objectContaining({ id: 1 }), '2027-03-09', '2027-03-09');
  });

  it('follows the mouse in whole weeks, and stays when it was hardly touched', () => {
    const { move, drag } = inHand([lane(1, { plantOutOn: null })]);
    drag.grab(pointer(100), lane(1, { plantOutOn: null }), false);
    drag.drag(pointer(110));
    drag.release();
    expect(move).not.toHaveBeenCalled();
    drag.grab(pointer(100), lane(1, { plantOutOn: null }), false);
    drag.drag(pointer(160));
    drag.release();
    // Sixty pixels at four a day are fifteen days: two weeks.
    expect(move).toHaveBeenCalledWith(expect.objectContaining({ id: 1 }), '2027-03-23', null);
  });

  it('does not move what is sown, nor let a lane run away from the hand that moved it', async () => {
    const { lanes, drag, press } = inHand([lane(1), lane(2, { sowingId: 7 })]);
    press('ArrowRight', {}, lanes.value[1] as SeasonLane);
    expect(drag.moving.value).toBeNull();
    press('ArrowRight');
    lanes.value = [lane(2, { sowingId: 7 }), lane(1)];
    await nextTick();
    expect(drag.held.value.map((l) => l.id)).toEqual([1, 2]);
    press('Escape', {}, lanes.value[1] as SeasonLane);
    await nextTick();
    expect(drag.held.value.map((l) => l.id)).toEqual([1, 2]);
    // With another lane, or one less, all stand in the order of their days again.
    lanes.value = [lane(2, { sowingId: 7 }), lane(3), lane(1)];
    await nextTick();
    expect(drag.held.value.map((l) => l.id)).toEqual([2, 3, 1]);
    lanes.value = [lane(3), lane(1)];
    await nextTick();
    expect(drag.held.value.map((l) => l.id)).toEqual([3, 1]);
  });
});
