/** A picture as it was read: the file as it came and the PNG that everything is measured on, both by SHA-256, and its pixels. */
export interface ReadPicture {
  readonly original: string;
  readonly blob: string;
  readonly width: number;
  readonly height: number;
  /** What is worth knowing of how it was read, in sentences. */
  readonly remarks: readonly string[];
}
