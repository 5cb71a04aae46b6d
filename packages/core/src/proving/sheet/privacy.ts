/** A folder of an account, as systems lay them: below `/home`, `/Users` or `\Users`. */
const ACCOUNT_FOLDER = /(?:\/(?:home|Users)\/|[A-Za-z]:\\Users\\)[^/\\\s"'`:;,)]+/g;

/** A text without the names of accounts: their folders become `~`. */
export function withoutAccount(text: string): string {
  return text.replace(ACCOUNT_FOLDER, '~');
}

/** The same for every text in a value of JSON, keys among them. */
export function withoutAccountDeep<T>(value: T): T {
  if (typeof value === 'string') return withoutAccount(value) as T;
  if (Array.isArray(value)) return value.map((v) => withoutAccountDeep(v as unknown)) as T;
  if (value && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value).map(([k, v]) => [withoutAccount(k), withoutAccountDeep(v as unknown)]),
    ) as T;
  return value;
}
