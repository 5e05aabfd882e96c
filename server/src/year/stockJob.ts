import type { Stock } from '@esprel/core/api';
import { joinLibrary } from '../db/open.ts';
import { stock } from './stock.ts';

/** The picture of a library in a file, on a thread of the pool: it reads every lot. */
export default function stockJob({ file }: { readonly file: string }): Stock {
  const db = joinLibrary(file);
  try {
    return stock(db);
  } finally {
    db.close();
  }
}
