/** The lines of an SVG drawing. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { InvalidInput } from '../base';
import { flattenSvgPath } from './flatten-path';
import { isOutlineUnit, METRES_PER, type Drawn, type OutlineUnit } from './outline-unit';

type XmlNode = Record<string, unknown>;

/** @param unit of a user unit, whatever the file says @throws InvalidInput with what is wrong in the file */
export function svgDrawing(text: string, unit?: OutlineUnit): Drawn {
  if (/<script[\s>]/i.test(text))
    throw new InvalidInput('file', 'svg', 'holds a script: save it again as a plain drawing');
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new InvalidInput('file', 'svg', `is broken at line ${valid.err.line}: ${valid.err.msg}`);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    processEntities: false,
    preserveOrder: false,
    isArray: () => true,
  });
  const roots = (parser.parse(text) as XmlNode).svg as (XmlNode | string)[] | undefined;
  if (!roots) throw new InvalidInput('file', 'svg', 'is not an SVG drawing');
  const [root] = roots;
  if (typeof root === 'string') return { paths: [], unit: unit ?? 'px', told: false };
  const told = svgScale(root);
  const scale = unit ? METRES_PER[unit] : (told?.scale ?? METRES_PER.px);
  return { paths: collect(root, [], scale), unit: unit ?? told?.unit ?? 'px', told: told !== null };
}

/** Metres per user unit where width and viewBox tell them; else nobody knows what the figures are. */
function svgScale(root: XmlNode): { scale: number; unit: OutlineUnit } | null {
  const [, figure, unit = ''] = /^([\d.]+)\s*([a-z]+)$/.exec(attribute(root, 'width').trim()) ?? [];
  const box = attribute(root, 'viewBox')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (!isOutlineUnit(unit) || unit === 'px') return null;
  const isBoxed = box.length === 4 && box[2] > 0;
  return { scale: isBoxed ? (Number(figure) * METRES_PER[unit]) / box[2] : METRES_PER.px, unit };
}

function collect(node: XmlNode, outer: readonly string[], scale: number): Drawn['paths'] {
  const own = attribute(node, 'transform');
  const transforms = own ? [own, ...outer] : outer;
  return Object.entries(node).flatMap(([tag, children]) => {
    if (!Array.isArray(children)) return [];
    return (children as XmlNode[]).flatMap((child) => {
      if (typeof child !== 'object' || ['defs', 'clipPath', 'symbol'].includes(tag)) return [];
      const data = pathData(tag, child);
      const inner = attribute(child, 'transform') ? [attribute(child, 'transform'), ...transforms] : transforms;
      return data ? flattenSvgPath(data, inner, scale) : collect(child, transforms, scale);
    });
  });
}

/** Shapes that can be an outline, as path data. */
function pathData(tag: string, node: XmlNode): string {
  const number = (name: string) => Number(attribute(node, name) || 0);
  if (tag === 'path') return attribute(node, 'd');
  if (tag === 'polygon') return `M${attribute(node, 'points')}Z`;
  if (tag === 'polyline') return `M${attribute(node, 'points')}`;
  if (tag === 'rect')
    return `M${number('x')} ${number('y')}h${number('width')}v${number('height')}h${-number('width')}Z`;
  const [rx, ry] =
    tag === 'circle' ? [number('r'), number('r')] : tag === 'ellipse' ? [number('rx'), number('ry')] : [0, 0];
  if (!(rx > 0)) return '';
  const [cx, cy] = [number('cx'), number('cy')];
  return `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}

function attribute(node: XmlNode, name: string): string {
  const value = node[`@${name}`];
  const first: unknown = Array.isArray(value) ? value[0] : value;
  return typeof first === 'string' || typeof first === 'number' ? String(first) : '';
}
