import { type FigureValue, type LibraryCrop, OWN_FIGURES, type OwnFigure, readNumber, wrong } from '@esprel/core';

/** What a field of a figure holds: text, or the chosen words of a list. */
export type FigureText = string | string[];

const valueOf = (crop: object, field: OwnFigure): FigureValue =>
  ((crop as Record<string, FigureValue | undefined>)[field] ?? null) as FigureValue;

/** A figure of a crop as its field shows it; shares in percent. */
export function figureText(crop: object, field: OwnFigure): FigureText {
  const figure = OWN_FIGURES[field];
  const value = valueOf(crop, field);
  if (figure.kind === 'flags') return Array.isArray(value) ? [...(value as readonly string[])] : [];
  if (value === null) return '';
  if (figure.kind === 'number' && figure.unit === 'share') return String(Math.round((value as number) * 1000) / 10);
  return String(value);
}

/** What was typed as a value of the figure; null for none. Throws an InputError for what is no number. */
export function figureValue(field: OwnFigure, text: FigureText, path = 'value'): FigureValue {
  const figure = OWN_FIGURES[field];
  if (Array.isArray(text)) return text;
  const typed = text.trim();
  if (typed === '') return null;
  if (figure.kind !== 'number') return typed;
  const n = readNumber(typed.replace('%', ''));
  if (n === null) throw wrong(path, `"${typed.slice(0, 20)}" is not a number`);
  return figure.unit === 'share' ? n / 100 : n;
}

/** A figure in words, for a table. */
export function figureWords(crop: LibraryCrop, field: OwnFigure): string {
  const figure = OWN_FIGURES[field];
  const value = valueOf(crop, field);
  if (figure.kind === 'flags') {
    const flags = Array.isArray(value) ? (value as readonly string[]) : [];
    return flags.length === 0 ? 'none' : flags.map((f) => figure.options[f] ?? f).join('; ');
  }
  if (value === null) return field === 'lendingThreshold' ? 'as in the settings' : 'none';
  if (figure.kind === 'choice') return figure.options[String(value)] ?? String(value);
  if (figure.kind === 'text') return `${String(value)} °C`;
  return figure.unit === 'share' ? `${String(Math.round((value as number) * 1000) / 10)} %` : `${String(value)} ${figure.unit}`;
}
