/** One way of fitting a picture to a display, and what it does to it. */
export interface FitWay {
  readonly way: string;
  /** Device pixels for one pixel of the picture. */
  readonly enlargement: number;
  /** Share of the picture that is cut off, 0 to 1. */
  readonly cropped: number;
  /** How many times wider than high it is made; 1 is not at all. */
  readonly distortion: number;
  /** Share of the display that stays bare, 0 to 1. */
  readonly bare: number;
  /** All of it as one number, 0 for what nobody sees. */
  readonly harm: number;
  /** In words; empty where nothing is wrong. */
  readonly sentence: string;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Up to here nobody sees that a picture was enlarged. */
const SEEN_ENLARGED = 1.15;
/** Less is not missed. */
const SEEN_SHARE = 0.08;
const SEEN_DISTORTION = 1.05;

/** What each way of fitting does to a picture on a display, the least harmful first. Lengths in pixels. */
export function fitWays(picture: Size, display: Size): FitWay[] {
  const x = display.width / picture.width;
  const y = display.height / picture.height;
  const [less, more] = [Math.min(x, y), Math.max(x, y)];
  const cut = (scale: number) =>
    1 -
    (Math.min(display.width, picture.width * scale) * Math.min(display.height, picture.height * scale)) /
      (picture.width * picture.height * scale * scale);
  const bare = (scale: number) =>
    1 -
    (Math.min(display.width, picture.width * scale) * Math.min(display.height, picture.height * scale)) /
      (display.width * display.height);
  const ways: Omit<FitWay, 'harm' | 'sentence'>[] = [
    { way: 'fill and crop', enlargement: more, cropped: cut(more), distortion: 1, bare: 0 },
    { way: 'fit whole', enlargement: less, cropped: 0, distortion: 1, bare: bare(less) },
    { way: 'stretch', enlargement: more, cropped: 0, distortion: more / less, bare: 0 },
    { way: 'middle, own size', enlargement: 1, cropped: cut(1), distortion: 1, bare: bare(1) },
  ];
  return ways
    .map((w): FitWay => {
      const words: string[] = [];
      let harm = 0;
      if (w.enlargement > SEEN_ENLARGED) {
        words.push(`enlarged ${w.enlargement.toFixed(1)} times, which blurs it`);
        harm += Math.log2(w.enlargement);
      }
      if (w.cropped > SEEN_SHARE) words.push(`${Math.round(w.cropped * 100)} % of it is cut off`);
      if (w.bare > SEEN_SHARE) words.push(`${Math.round(w.bare * 100)} % of the display stays bare`);
      if (w.distortion > SEEN_DISTORTION)
        words.push(`stretched by ${Math.round((w.distortion - 1) * 100)} %`);
      harm += w.cropped + w.bare * 1.5 + (w.distortion - 1) * 2;
      const sentence = words.length === 0 ? '' : `“${w.way}”: ${words.join(', ')}.`;
      return { ...w, harm, sentence };
    })
    .sort((a, b) => a.harm - b.harm);
}
