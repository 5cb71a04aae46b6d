/** What a file is by its first bytes. `other` may still be a text or a single file of a known sort. */
export type ArchiveForm =
  'zip' | 'tar' | 'gzip' | 'bzip2' | 'xz' | 'zstd' | 'picture' | 'font' | 'pointer' | 'other';

/** So many bytes are enough to tell: the mark of a tar stands at 257. */
export const SNIFF_BYTES = 512;

const MARKS: readonly (readonly [ArchiveForm, number, readonly number[]])[] = [
  ['zip', 0, [0x50, 0x4b, 0x03, 0x04]],
  ['zip', 0, [0x50, 0x4b, 0x05, 0x06]],
  ['gzip', 0, [0x1f, 0x8b]],
  ['bzip2', 0, [0x42, 0x5a, 0x68]],
  ['xz', 0, [0xfd, 0x37, 0x7a, 0x58, 0x5a, 0x00]],
  ['zstd', 0, [0x28, 0xb5, 0x2f, 0xfd]],
  ['tar', 257, [0x75, 0x73, 0x74, 0x61, 0x72]],
  ['picture', 0, [0x89, 0x50, 0x4e, 0x47]],
  ['picture', 0, [0xff, 0xd8, 0xff]],
  ['font', 0, [0x00, 0x01, 0x00, 0x00]],
  ['font', 0, [0x4f, 0x54, 0x54, 0x4f]],
  ['font', 0, [0x77, 0x4f, 0x46, 0x46]],
  ['font', 0, [0x77, 0x4f, 0x46, 0x32]],
  ['font', 0, [0x74, 0x72, 0x75, 0x65]],
  ['pointer', 0, [0x58, 0x63, 0x75, 0x72]],
];

/** Containers that people download and that are not read here, by their first bytes, with what to do instead. */
const UNREAD: readonly (readonly [string, readonly number[]])[] = [
  ['It is a 7z archive, which is not read here. Unpack it yourself, and pack it as a zip or a tar.', [0x37, 0x7a, 0xbc, 0xaf, 0x27, 0x1c]], // prettier-ignore
  ['It is a RAR archive, which is not read here. Unpack it yourself, and pack it as a zip or a tar.', [0x52, 0x61, 0x72, 0x21, 0x1a, 0x07]], // prettier-ignore
  ['It is packed by lzip, which is not read here. Unpack it yourself, and pack it as a zip or a tar.', [0x4c, 0x5a, 0x49, 0x50]], // prettier-ignore
  ['It is a package of a distribution (ar). Name it as a package where the part comes from, or unpack it and pack what is in it as a tar.', [0x21, 0x3c, 0x61, 0x72, 0x63, 0x68, 0x3e]], // prettier-ignore
  ['It is a package of a distribution (RPM). Name it as a package where the part comes from, or unpack it and pack what is in it as a tar.', [0xed, 0xab, 0xee, 0xdb]], // prettier-ignore
];

/** Why a file that is some container is not read, by its bytes; null where it is none that is known. */
export function unreadForm(head: Uint8Array): string | null {
  return UNREAD.find(([, mark]) => mark.every((byte, i) => head[i] === byte))?.[0] ?? null;
}

/** Tells a file by its bytes, whatever it is called. */
export function archiveForm(head: Uint8Array): ArchiveForm {
  return MARKS.find(([, at, mark]) => mark.every((byte, i) => head[at + i] === byte))?.[0] ?? 'other';
}

/** Forms that have entries in them. */
export const ARCHIVE_FORMS: readonly ArchiveForm[] = ['zip', 'tar', 'gzip', 'bzip2', 'xz', 'zstd'];

const ENDINGS: readonly (readonly [RegExp, readonly ArchiveForm[]])[] = [
  [/\.zip$/i, ['zip']],
  [/\.tar$/i, ['tar']],
  [/\.(tgz|gz)$/i, ['gzip']],
  [/\.(tbz2?|bz2)$/i, ['bzip2']],
  [/\.(txz|xz)$/i, ['xz']],
  [/\.(tzst|zst)$/i, ['zstd']],
];

/** A sentence when a name promises another form than the bytes have; null when they agree, or the name says nothing. */
export function formRemark(file: string, form: ArchiveForm): string | null {
  const promised = ENDINGS.find(([ending]) => ending.test(file))?.[1];
  if (!promised || promised.includes(form)) return null;
  if (form === 'other')
    return `It is called ${file}, but it is no archive. The download may have been a web page.`;
  return `It is called ${file}, but by its bytes it is ${form === 'tar' || form === 'zip' ? `a ${form}` : form}. It is read as that.`;
}
