import { type PrinterFit, TRUE_FIT } from '@esprel/core';
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';

/** How the printer at this computer fits, as its test page was measured; the printer stands here, so it is kept in this browser. */
export function usePrinterFit() {
  const fit = useLocalStorage<PrinterFit>('esprel.printer', TRUE_FIT);
  const isTrue = computed(() => (Object.keys(TRUE_FIT) as (keyof PrinterFit)[]).every((k) => fit.value[k] === TRUE_FIT[k]));
  /** As it is asked of the server; nothing where the printer is true. */
  const asked = computed(() =>
    isTrue.value
      ? {}
      : {
          scaleX: fit.value.scaleX,
          scaleY: fit.value.scaleY,
          shiftX: fit.value.shiftXMm,
          shiftY: fit.value.shiftYMm,
        },
  );
  return { fit, isTrue, asked };
}
