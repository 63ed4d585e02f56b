import { describe, expect, it } from '@jest/globals';
import { childrenOf, isXml, readXml, textAt } from './readXml.ts';

const XML = '<Bill><Name>Café &amp; Söhne &#8211; &#xE9;</Name></Bill>';
const NAME = 'Café & Söhne – é';
const nameIn = (content: Buffer) => textAt(readXml(content).Bill, 'Name');

describe('XML from outside', () => {
  it.each([
    ['UTF-8', Buffer.from(XML)],
    ['UTF-8 with its mark', Buffer.from(`\uFEFF${XML}`)],
    ['UTF-16, the lower byte first', Buffer.from(`\uFEFF<?xml version="1.0" encoding="UTF-16"?>${XML}`, 'utf16le')],
    ['UTF-16, the higher byte first', Buffer.from(`\uFEFF${XML}`, 'utf16le').swap16()],
    ['UTF-16 without a mark', Buffer.from(XML, 'utf16le')],
    ['Latin 1, declared', Buffer.from(`<?xml version="1.0" encoding="ISO-8859-1"?>${XML}`, 'latin1')],
    ['a declaration with blanks', Buffer.from(`<?xml  version = '1.0'  encoding = 'iso-8859-1' ?>${XML}`, 'latin1')],
    ['blanks before its declaration', Buffer.from(`\n  <?xml version="1.0" encoding="utf-8"?>${XML}`)],
    ['UTF-8 that says it is UTF-16', Buffer.from(`<?xml version="1.0" encoding="UTF-16"?>${XML}`)],
  ])('is read as it is written: %s', (_, content) => {
    expect([isXml(content), nameIn(content)]).toEqual([true, NAME]);
  });

  it('has references to characters read once, and none where the text is quoted', () => {
    expect(nameIn(Buffer.from('<Bill><Name>&amp;#45; &lt;b&gt;</Name></Bill>'))).toBe('&#45; <b>');
    expect(nameIn(Buffer.from('<Bill><Name><![CDATA[&#45; & <x>]]></Name></Bill>'))).toBe('&#45; & <x>');
  });

  it('keeps elements by their names whatever these are, several of one in their order, and what their attributes say', () => {
    const xml =
      '<b:Bill xmlns:b="urn:b" xmlns="urn:a"><__proto__>x</__proto__><Line b:no="1">first</Line><Line> second <!-- aside --> half </Line><None/></b:Bill>';
    const { Bill: bill } = readXml(Buffer.from(xml));
    expect(textAt(bill, '__proto__')).toBe('x');
    expect(childrenOf(bill, 'Line')).toEqual([{ '@no': '1', '#text': 'first' }, 'second  half']);
    expect([textAt(bill, 'None'), Object.keys(bill as object).filter((name) => name.startsWith('@'))]).toEqual([
      '',
      [],
    ]);
  });

  it('is refused in our own words where it is broken, or not what it says', () => {
    const said = (content: Buffer) => {
      try {
        readXml(content);
      } catch (problem) {
        return (problem as { says: readonly { id: string }[] }).says;
      }
      return [];
    };
    expect(said(Buffer.from('<Bill>\n<Name></Bill>'))).toEqual([
      { id: 'paper.xml_broken', values: { line: '2', column: '13' } },
    ]);
    expect(said(Buffer.from('<Bill>\n<Name>a &nbsp; b</Name></Bill>'))).toEqual([
      { id: 'paper.xml_broken', values: { line: '2', column: '14' } },
    ]);
    expect(said(Buffer.from('<Bill/><Bill/>'))).toMatchObject([{ id: 'paper.xml_broken' }]);
    expect(said(Buffer.from('<!DOCTYPE Bill><Bill/>'))).toEqual([{ id: 'paper.xml_doctype' }]);
    expect(said(Buffer.from('<a>'.repeat(61) + '</a>'.repeat(61)))).toEqual([
      { id: 'paper.xml_too_deep', values: { most: 60 } },
    ]);
    expect(said(Buffer.from('<a>'.repeat(60) + '</a>'.repeat(60)))).toEqual([]);
    expect(said(Buffer.from(XML, 'latin1'))).toEqual([{ id: 'paper.xml_encoding', values: { encoding: 'utf-8' } }]);
    expect(said(Buffer.from(`<?xml version="1.0" encoding="klingon"?>${XML}`))).toEqual([
      { id: 'paper.xml_encoding', values: { encoding: 'klingon' } },
    ]);
    expect(isXml(Buffer.from('vendor,number\n'))).toBe(false);
  });
});
