// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { createMemoryHistory, createRouter } from 'vue-router';
import { unloaded, watchUnloaded } from '../src/app/unloaded.ts';

const page = { template: '<p>here</p>' };

describe('a page whose part of the program does not come', () => {
  it('is kept to be offered again until another page is there; any other fault is still said', async () => {
    const parts = vi.fn(() => Promise.reject(new TypeError('Failed to fetch dynamically imported module: /assets/x.js')));
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/', component: page },
        { path: '/lots/:code', component: parts },
        { path: '/broken', component: () => Promise.reject(new Error('a fault of ours')) },
      ],
    });
    watchUnloaded(router);
    await router.push('/');
    await expect(router.push('/lots/TM-001C?a=1')).rejects.toThrow(/dynamically imported/);
    expect([unloaded.value, router.currentRoute.value.path]).toEqual(['/lots/TM-001C?a=1', '/']);
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    await expect(router.push('/broken')).rejects.toThrow('a fault of ours');
    expect(said).toHaveBeenCalledOnce();
    said.mockRestore();
    await router.push('/?b=2');
    expect(unloaded.value).toBeNull();
  });
});
