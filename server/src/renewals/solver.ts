import { highsSolver, type LinearSolver } from '@esprel/core';
import loadHighs from 'highs';

let loading: Promise<LinearSolver> | null = null;

/** The solver of linear models, loaded once a thread; null where this machine cannot load it. Its answers block: it belongs on a thread. */
export async function linearSolver(): Promise<LinearSolver | null> {
  try {
    loading ??= loadHighs().then(highsSolver);
    return await loading;
  } catch {
    loading = null;
    return null;
  }
}
