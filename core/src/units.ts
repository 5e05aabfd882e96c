/** How a library says warmth, lengths, weights and days; everything is kept in °C, mm or cm, g and ISO days. */
export const TEMPERATURE_UNITS = ['C', 'F'] as const;
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number];
export const LENGTH_UNITS = ['mm', 'inch'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];
export const MASS_UNITS = ['g', 'oz'] as const;
export type MassUnit = (typeof MASS_UNITS)[number];
export const DATE_ORDERS = ['day-month', 'month-day'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

/** What a sentence asks of the settings. */
export interface Units {
  readonly temperatureUnit: TemperatureUnit;
  readonly lengthUnit: LengthUnit;
  readonly massUnit: MassUnit;
  readonly dateOrder: DateOrder;
}
