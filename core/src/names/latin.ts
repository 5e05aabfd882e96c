import { foldName } from './fold.ts';

/** Letters of other scripts in Latin ones, one common spelling each; after the usual passport tables, without accents. */
const LETTERS: Readonly<Record<string, string>> = {
  // Cyrillic (Russian, Ukrainian, Belarusian, Bulgarian, Serbian, Macedonian)
  ...{ а: 'a', б: 'b', в: 'v', г: 'g', ґ: 'g', д: 'd', е: 'e', ё: 'e', є: 'ie', ж: 'zh', з: 'z', и: 'i', і: 'i', ї: 'i', й: 'i' },
  ...{ к: 'k', л: 'l', м: 'm', н: 'n', о: 'o', п: 'p', р: 'r', с: 's', т: 't', у: 'u', ў: 'u', ф: 'f', х: 'kh', ц: 'ts' },
  ...{ ч: 'ch', ш: 'sh', щ: 'shch', ъ: '', ы: 'y', ь: '', э: 'e', ю: 'iu', я: 'ia', ђ: 'dj', ј: 'j', љ: 'lj', њ: 'nj', ћ: 'c' },
  ...{ џ: 'dz', ѓ: 'g', ќ: 'k', ѕ: 'dz' },
  // Greek
  ...{ α: 'a', β: 'v', γ: 'g', δ: 'd', ε: 'e', ζ: 'z', η: 'i', θ: 'th', ι: 'i', κ: 'k', λ: 'l', μ: 'm', ν: 'n', ξ: 'x' },
  ...{ ο: 'o', π: 'p', ρ: 'r', σ: 's', ς: 's', τ: 't', υ: 'y', φ: 'f', χ: 'ch', ψ: 'ps', ω: 'o' },
  // Latin letters that do not come apart into a letter and an accent
  ...{ ß: 'ss', æ: 'ae', œ: 'oe', ø: 'o', đ: 'd', ð: 'd', þ: 'th', ł: 'l', ı: 'i', ŋ: 'n' },
};

/**
 * A name as it is compared across spellings and scripts: folded, and in Latin letters where the script is Cyrillic or
 * Greek. Letters of other scripts stay as they are, so that a name never folds to nothing.
 * `latinName('Чёрный Принц')` is `chernyi prints`.
 */
export function latinName(name: string): string {
  return [...foldName(name)].map((c) => LETTERS[c] ?? c).join('');
}
