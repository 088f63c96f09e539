import { dictionary } from '@zxcvbn-ts/language-common';

export const LEAST_PASSWORD = 12;

let common: ReadonlySet<string> | null = null;

/** Written in another way it is the same guess: capitals, digits for letters, signs at the end. */
const plain = (password: string) =>
  password
    .toLowerCase()
    .replace(/[@4]/g, 'a')
    .replace(/3/g, 'e')
    .replace(/[1!|]/g, 'i')
    .replace(/0/g, 'o')
    .replace(/[$5]/g, 's')
    .replace(/7/g, 't');

/**
 * What is wrong with a new password; null: nothing. Common ones are those of the list of zxcvbn-ts, language common.
 */
export function passwordProblem(password: string, name: string): string | null {
  if ([...password].length < LEAST_PASSWORD) return `password: expected at least ${LEAST_PASSWORD} characters.`;
  if (new Set(password.trim()).size < 5) return 'password: the same few characters again and again are no secret.';
  common ??= new Set(dictionary['passwords-common'] as readonly string[]);
  const bare = password.toLowerCase().replace(/[\d\W_]+$/, '');
  const said = [password.toLowerCase(), plain(password), bare, plain(bare)];
  const words = [name.toLowerCase(), 'violet jaw', 'violetjaw', 'violet-jaw'];
  if (
    said.some((s) => common!.has(s)) ||
    (bare.length >= 4 &&
      said.some(
        (s) => words.includes(s) || words.some((w) => w !== '' && s.replace(w, '').replace(/[\W_\d]/g, '') === ''),
      ))
  ) {
    return 'password: it is one of those that are guessed first. Three or four words that do not belong together are easy to keep and hard to guess.';
  }
  return null;
}
