import { describe, expect, it } from 'vitest';
import { sanitizeSvg, looksSvg } from './sanitizeSvg.js';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const svg = (inside: string, more = 'width="40" height="30"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${more}>${inside}</svg>`;
const clean = (text: string): string => sanitizeSvg('harbour.svg', bytes(text)).svg;
const PIXEL =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

describe('a drawing from outside', () => {
  it('keeps shapes, groups, texts, gradients, and pictures that it carries itself', () => {
    const all =
      '<defs><linearGradient id="g"><stop offset="0" stop-color="#fff"/></linearGradient></defs>' +
      `<g transform="translate(1 2)"><path d="M0 0h4v4z" fill="url(#g)"/><text x="3">Quay &amp; <tspan>pier</tspan></text><image width="1" height="1" xlink:href="${PIXEL}"/></g>`;
    const got = clean(svg(all));
    for (const part of ['linearGradient id="g"', 'fill="url(#g)"', 'Quay &amp; <tspan>pier</tspan>', PIXEL])
      expect(got).toContain(part);
  });
  it.each([
    ['a script', '<script>alert(1)</script>', /script|alert/u],
    ['a handler', '<rect width="1" height="1" onload="alert(1)"/>', /onload|alert/u],
    ['a file of this machine', '<image href="/etc/passwd" width="9" height="9"/>', /passwd/u],
    ['a file beside it', '<image xlink:href="../secret.png" width="9" height="9"/>', /secret/u],
    ['a file by its address', '<image xlink:href="file:///etc/passwd" width="9" height="9"/>', /passwd/u],
    [
      'a drawing inside a picture',
      '<image href="data:image/svg+xml;base64,PHN2Zy8+" width="9" height="9"/>',
      /svg\+xml/u,
    ],
    ['something on a server', '<image href="https://harbour.example/a.png" width="9" height="9"/>', /example/u],
    [
      'a filter that reads',
      '<filter id="f"><feImage href="/etc/passwd"/></filter><rect filter="url(#f)" width="9" height="9"/>',
      /passwd|filter/u,
    ],
    ['use of another file', '<use href="/etc/passwd#a"/>', /passwd/u],
    [
      'HTML',
      '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><iframe src="/"/></body></foreignObject>',
      /iframe|foreign/u,
    ],
    ['a style that imports', '<style>@import url(https://harbour.example/a.css); a{fill:red}</style>', /import/u],
    ['a style that fetches', '<rect style="fill:url(https://harbour.example/x)" width="9" height="9"/>', /example/u],
    ['a style that hides what it says', '<rect style="fill:u\\72l(/etc/passwd)" width="9" height="9"/>', /passwd/u],
    ['an instruction', '<?xml-stylesheet href="/etc/passwd"?><rect width="9" height="9"/>', /passwd/u],
    ['an animation', '<rect width="9" height="9"><animate attributeName="href" to="/etc/passwd"/></rect>', /passwd/u],
  ])('loses %s and keeps the rest', (_, inside, gone) => {
    const got = clean(svg(`${inside}<circle r="7"/>`));
    expect(got).not.toMatch(gone);
    expect(got).toContain('<circle r="7"></circle>');
  });
  const repeated = (times: number): string => {
    let defs = '<g id="l0"><rect width="1" height="1"/></g>';
    for (let n = 1; n <= times; n++) defs += `<g id="l${n}">${`<use href="#l${n - 1}"/>`.repeat(10)}</g>`;
    return svg(`<defs>${defs}</defs><use href="#l${times}"/>`);
  };
  it.each([
    ['not XML', '<svg width="1" height="1"><g></svg>', /not well-formed/u],
    [
      'with entities of its own',
      '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><svg width="1" height="1"/>',
      /entities/u,
    ],
    ['not a drawing', '<html><body/></html>', /begin with an svg/u],
    ['without a size', svg('', ''), /without a size/u],
    ['much too large', svg('', 'width="90000" height="90000"'), /90000 × 90000/u],
    ['deep', svg('<g>'.repeat(500) + '</g>'.repeat(500)), /nested more than/u],
    ['of very many elements', svg('<g/>'.repeat(30_000)), /more than 20,000 elements/u],
    ['that multiplies', repeated(9), /would draw more than/u],
    ['that draws itself', svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'), /by means of itself/u],
    ['of layers in layers', svg('<g opacity=".5">'.repeat(12) + '</g>'.repeat(12)), /lie in one another/u],
    [
      'with pictures shown too often',
      svg(
        `<defs><image id="i" xlink:href="${PIXEL}" width="1" height="1"/></defs>`.replace(PIXEL, big(5000, 5000)) +
          '<use href="#i"/><use href="#i"/>',
      ),
      /too large, or shown too often/u,
    ],
  ])('that is %s is refused by name', (_, text, why) => {
    const at = performance.now();
    expect(() => clean(text)).toThrow(why);
    expect(() => clean(text)).toThrow(/harbour\.svg.*Nothing was changed/u);
    expect(performance.now() - at).toBeLessThan(6000);
  });
  it('has the size that it says, or that its view says', () => {
    const size = (more: string): readonly number[] => {
      const { width, height } = sanitizeSvg('a', bytes(svg('', more)));
      return [Math.round(width), Math.round(height)];
    };
    expect(size('width="2in" height="1in"')).toEqual([192, 96]);
    expect(size('viewBox="0 0 300 200"')).toEqual([300, 200]);
    expect(size('width="100%" height="100%" viewBox="0,0,30,20"')).toEqual([30, 20]);
    expect(size('width="60" viewBox="0 0 30 20"')).toEqual([60, 40]);
  });
});

describe('what begins as a drawing', () => {
  it.each([
    [true, '<svg/>'],
    [true, '\uFEFF  <?xml version="1.0"?>\n<!-- made by hand -->\n<!DOCTYPE svg PUBLIC "a" "b">\n<svg width="1">'],
    [true, `<!--${'x'.repeat(9000)}--><svg>`],
    [false, 'only words'],
    [false, '<html><svg/></html>'],
    [false, '\u0089PNG'],
    [false, ''],
  ])('%s: %#', (is, text) => expect(looksSvg(bytes(text))).toBe(is));
  it('is told at once, whatever comes', () => {
    const at = performance.now();
    for (const text of [
      '<!--'.repeat(70),
      '<!---->'.repeat(40) + '<',
      '<!--' + '-'.repeat(3000),
      '<?'.repeat(2000),
      '<!-- -->\n'.repeat(400),
    ])
      looksSvg(bytes(text));
    expect(performance.now() - at).toBeLessThan(500);
  });
});

/** A PNG that says it is so large, with nothing in it, as a data URI. */
function big(width: number, height: number): string {
  const png = Buffer.alloc(33);
  png.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  png.writeUInt32BE(width, 16);
  png.writeUInt32BE(height, 20);
  png.set([8, 6], 24);
  return `data:image/png;base64,${png.toString('base64')}`;
}
