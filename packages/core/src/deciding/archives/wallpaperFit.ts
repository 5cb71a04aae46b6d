/** How a picture fills a display. Shares 0–1. */
export interface WallpaperFit {
  /** Device pixels of the display per pixel of the picture when it fills the display and is cropped. */
  readonly enlargement: number;
  /** Share of the picture that is cut off when it fills the display. */
  readonly cropped: number;
  /** How far it would be stretched to fill without cropping: 1 is not at all. */
  readonly distortion: number;
  readonly sentence: string;
}

/** Up to here nobody sees that a picture was enlarged. */
const SEEN_ENLARGED = 1.15;
/** Less is not missed. */
const SEEN_CROPPED = 0.08;

/** How a wallpaper of so many pixels suits a display. Lengths in pixels. */
export function wallpaperFit(
  picture: { readonly width: number; readonly height: number },
  display: { readonly width: number; readonly height: number },
): WallpaperFit {
  const x = display.width / picture.width;
  const y = display.height / picture.height;
  const enlargement = Math.max(x, y);
  const cropped = 1 - Math.min(x, y) / enlargement;
  const distortion = enlargement / Math.min(x, y);
  const blurred = enlargement > SEEN_ENLARGED;
  const cut = cropped > SEEN_CROPPED;
  const times = enlargement.toFixed(2).replace(/\.?0+$/, '');
  let sentence = 'It suits this display.';
  if (blurred) sentence = `It is enlarged ${times} times, which blurs it.`;
  if (cut) {
    const share = `${Math.round(cropped * 100)} % of it is cut off when it fills the display.`;
    sentence = blurred ? `${sentence} ${share}` : share;
  }
  return { enlargement, cropped, distortion, sentence };
}
