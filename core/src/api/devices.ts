import { emptyForm } from '../schemas/forms.ts';
import { printerForm, scaleForm } from '../schemas/keepForms.ts';
import { does, givesFile, reads, text, whole } from './contract.ts';

export interface ScaleState {
  readonly grams: number;
  readonly stable: boolean;
  readonly overloaded: boolean;
  readonly on: string;
  readonly maxGrams: number;
  /** True for the stand-in, which has to be told what lies on its pan. */
  readonly simulated: boolean;
}

/** What became of a job of the label printer. */
export interface Printed {
  readonly id: number;
  readonly title: string;
  readonly labels: number;
  readonly pages: number;
  /** Labels that came out; fewer than asked for when they ran out. */
  readonly cameOut: number;
  readonly state: 'printed' | 'ran-out';
}

export interface PrinterState {
  readonly labelsLeft: number;
  readonly jammed: boolean;
  readonly words: string;
  readonly jobs: readonly Printed[];
}

/** What the probe in the soil of a garden says now. */
export interface ProbeReading {
  readonly simulated: boolean;
  readonly temperatureC: number;
  readonly readOn: string;
}

export const devicesApi = {
  scale: reads<ScaleState>()('/devices/scale', 'desk'),
  tare: does<ScaleState>()('/devices/scale/tare', emptyForm, 'desk'),
  lay: does<ScaleState>()('/devices/scale', scaleForm, 'desk'),
  printer: reads<PrinterState>()('/devices/printer', 'desk'),
  setPrinter: does<PrinterState>()('/devices/printer', printerForm, 'desk'),
  printedPage: givesFile('/devices/printer/jobs/:id/:page', 'image/svg+xml', 'desk'),
  logger: givesFile('/devices/logger.csv', 'text/csv', 'desk', { place: whole(1, Number.MAX_SAFE_INTEGER) }),
  station: givesFile('/devices/station.csv', 'text/csv', 'desk', { garden: text() }),
  probe: reads<ProbeReading>()('/devices/probe', 'desk', { garden: text() }),
};
