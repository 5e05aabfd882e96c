// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { defineComponent, h, ref } from 'vue';
import FindField from '../src/app/FindField.vue';
import FieldFind from '../src/fields/FieldFind.vue';
import { eachDesk, labelled, settled } from './desk.ts';

const desk = eachDesk();

interface Named {
  readonly name: string;
}
const CROPS: readonly Named[] = [{ name: 'Tomato' }, { name: 'Tomatillo' }, { name: 'Kale' }];

/** A form with one field that finds; answers come after `wait` ms. */
function formWith(search: (text: string) => Promise<readonly Named[]>) {
  const model = ref<Named | string | null>(null);
  const chosen: Named[] = [];
  const sent: string[] = [];
  const form = defineComponent(
    () => () =>
      h('form', { onSubmit: (e: Event) => (e.preventDefault(), sent.push('sent')) }, [
        h(FieldFind<Named>, {
          id: 'crop',
          label: 'Crop',
          modelValue: model.value,
          'onUpdate:modelValue': (v: Named | string | null) => (model.value = v),
          search,
          words: (c: Named) => c.name,
          onChoose: (c: Named) => chosen.push(c),
        }),
      ]),
  );
  return { form, model, chosen, sent };
}
const fitting = (text: string): Promise<readonly Named[]> =>
  Promise.resolve(CROPS.filter((c) => c.name.toLowerCase().startsWith(text.toLowerCase())));
const enter = (): KeyboardEvent => new KeyboardEvent('keydown', { key: 'Enter', code: 'Enter', bubbles: true, cancelable: true });

describe('the find field of the desk', () => {
  it('opens what Enter asked for, also when the answer comes after the wait for the next letter', async () => {
    desk.answers['GET /find'] = () =>
      new Promise((resolve) =>
        setTimeout(() => {
          resolve({ exact: '/lots/TM-001V', message: null, found: [] });
        }, 250),
      );
    const wrapper = await desk.show(FindField);
    await wrapper.find('input').setValue('tm-001v');
    await wrapper.find('input').trigger('keydown', { key: 'Enter' });
    await vi.waitFor(() => {
      expect(desk.router.currentRoute.value.path).toBe('/lots/TM-001V');
    });
    expect(desk.calls.filter((c) => c.path.startsWith('/find'))).toHaveLength(1);
  });
});

describe('a field that finds', () => {
  it('takes the first that fits when Enter comes faster than the list', async () => {
    const { form, model, chosen, sent } = formWith(fitting);
    const wrapper = await desk.show(form);
    const input = labelled(wrapper, 'Crop');
    input.value = 'toma';
    input.dispatchEvent(new Event('input', { bubbles: true }));
    input.dispatchEvent(enter());
    await settled();
    expect(model.value).toEqual({ name: 'Tomato' });
    expect(chosen).toEqual([{ name: 'Tomato' }]);
    expect(sent).toEqual([]);
    // The look-up that was on its way does not put the typed text back.
    await new Promise((resolve) => setTimeout(resolve, 120));
    expect(model.value).toEqual({ name: 'Tomato' });
  });

  it('chooses what Enter asked for, also when the hand is in the next field before the answer comes', async () => {
    const { form, model, chosen } = formWith(async (text) => {
      await new Promise((resolve) => setTimeout(resolve, 60));
      return fitting(text);
    });
    const wrapper = await desk.show(form);
    const input = labelled(wrapper, 'Crop');
    input.focus();
    input.value = 'toma';
    input.dispatchEvent(new Event('input', { bubbles: true }));
    input.dispatchEvent(enter());
    input.blur();
    await vi.waitFor(() => {
      expect(model.value).toEqual({ name: 'Tomato' });
    });
    expect(chosen).toEqual([{ name: 'Tomato' }]);
  });

  it('keeps what fits nothing as typed, and lets Enter send the form', async () => {
    const { form, model, chosen, sent } = formWith(fitting);
    const wrapper = await desk.show(form);
    const input = labelled(wrapper, 'Crop');
    input.focus();
    input.value = 'Moonwort';
    input.dispatchEvent(new Event('input', { bubbles: true }));
    input.dispatchEvent(enter());
    await settled();
    expect(model.value).toBe('Moonwort');
    expect(chosen).toEqual([]);
    expect(sent).toEqual(['sent']);
  });
});
