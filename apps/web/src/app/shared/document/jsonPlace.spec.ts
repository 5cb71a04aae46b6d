import { jsonLanguage } from '@codemirror/lang-json';
import { rangeOf, stepsOf } from './jsonPlace';

const text = JSON.stringify({ name: 'A', 'icon set': [{ key: 'x' }, { key: 'y', at: null }] }, null, 2);
const at = (path: string) => {
  const { from, to } = rangeOf(jsonLanguage.parser.parse(text), text, path);
  return text.slice(from, to);
};

describe('where something stands in JSON', () => {
  it('is found by its path', () => {
    expect(at('name')).toBe('"A"');
    expect(at('icon set[1].key')).toBe('"y"');
    expect(at('icon set[1].at')).toBe('null');
  });
  it('is what holds it where it is not there', () => {
    expect(at('icon set[1].nothing.deeper')).toBe(
      text.slice(text.indexOf('{\n      "key": "y"'), text.indexOf('\n    }\n  ]') + 6),
    );
    expect(at('')).toBe(text);
  });
  it('takes paths as they are written', () => {
    expect(stepsOf('offers[0].supplies.thickness')).toEqual(['offers', 0, 'supplies', 'thickness']);
    expect(stepsOf('a["b.c"].d')).toEqual(['a', 'b.c', 'd']);
  });
});
