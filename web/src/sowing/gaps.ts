import { gapsFromText } from '@esprel/core';

/** The missing cells of a tray being typed: none yet while its rows and columns are not known, for those are asked first. */
export function gapsOf(text: string, shape: { readonly rows?: number | undefined; readonly columns?: number | undefined }): number[] {
  return shape.rows === undefined || shape.columns === undefined ? [] : gapsFromText(text, shape.rows, shape.columns);
}
