import { defaultHoles, defaultOutline, plateArea, plateShape, type Family, type Point } from '../outline';
import { triangulate, type TriangleMesh } from '.';
import { constrainedDelaunay } from './constrained-delaunay';

const square: Point[] = [
  [0, 0],
  [0.4, 0],
  [0.4, 0.3],
  [0, 0.3],
];

function areaOf({ x, y, triangles }: TriangleMesh): number {
  let area = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t], triangles[t + 1], triangles[t + 2]];
    area += ((x[b] - x[a]) * (y[c] - y[a]) - (x[c] - x[a]) * (y[b] - y[a])) / 2;
  }
  return area;
}

describe('a mesh', () => {
  it.each<Family>(['steel-string', 'nylon-string', 'arched-guitar', 'mandolin', 'ukulele', 'other'])(
    '%s: covers the wood and nothing else, without slivers, none turned over',
    (family) => {
      const shape = plateShape(defaultOutline(family), defaultHoles(family));
      const mesh = triangulate(shape.outline, shape.holes, [], shape.width / 30);
      expect(Math.abs(areaOf(mesh) / plateArea(shape) - 1)).toBeLessThan(0.01);
      expect(mesh.worstAngle).toBeGreaterThan(0.1);
    },
  );
  it('fills a rectangle exactly and follows lines through it, which share the node where they cross', () => {
    const lines = [
      {
        points: [
          [0.05, 0.05],
          [0.35, 0.27],
        ] as Point[],
        closed: false,
      },
      {
        points: [
          [0.05, 0.27],
          [0.35, 0.03],
        ] as Point[],
        closed: false,
      },
    ];
    const mesh = triangulate(square, [], lines, 0.013);
    expect(areaOf(mesh)).toBeCloseTo(0.12, 12);
    const [one, other] = mesh.lines;
    expect(one.filter((node) => other.includes(node))).toHaveLength(1);
    mesh.lines.forEach((line, i) => {
      const [from, to] = lines[i].points;
      const straight = Math.hypot(to[0] - from[0], to[1] - from[1]);
      const along = line
        .slice(1)
        .reduce((sum, node, k) => sum + Math.hypot(mesh.x[node] - mesh.x[line[k]], mesh.y[node] - mesh.y[line[k]]), 0);
      expect(Math.abs(along / straight - 1)).toBeLessThan(0.02);
    });
  });
  it.each([0.0075, 0.009, 0.011, 0.013, 0.016])(
    'at steps of %p, every edge of a line is an edge of triangles',
    (step) => {
      const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
      const legs = [
        {
          points: [
            [0.1, -0.125],
            [0.39, 0.165],
          ] as Point[],
          closed: false,
        },
        {
          points: [
            [0.1, 0.125],
            [0.39, -0.165],
          ] as Point[],
          closed: false,
        },
        {
          points: [
            [0.31, 0.1],
            [0.36, -0.13],
          ] as Point[],
          closed: false,
        },
      ];
      const { triangles, lines } = triangulate(shape.outline, shape.holes, legs, step);
      const edges = new Set<string>();
      for (let t = 0; t < triangles.length; t += 3)
        for (let i = 0; i < 3; i++)
          edges.add([triangles[t + i], triangles[t + ((i + 1) % 3)]].sort((p, q) => p - q).join(' '));
      for (const line of lines)
        line
          .slice(1)
          .forEach((node, i) => expect(edges.has([line[i], node].sort((p, q) => p - q).join(' '))).toBe(true));
      expect(lines[0].some((node) => lines[1].includes(node))).toBe(true);
    },
  );
  it('holds no point within the circle round any triangle, but for what an edge keeps apart', () => {
    const points = Array.from({ length: 60 }, (_, i): Point => [
      ((i * 0.754877) % 1) + 0.01,
      ((i * 0.56984) % 1) + 0.01,
    ]);
    const triangles = constrainedDelaunay(points, []);
    for (const [a, b, c] of triangles) {
      const [[ax, ay], [bx, by], [cx, cy]] = [points[a], points[b], points[c]];
      const d = 2 * (ax * (by - cy) + bx * (cy - ay) + cx * (ay - by));
      const [a2, b2, c2] = [ax * ax + ay * ay, bx * bx + by * by, cx * cx + cy * cy];
      const [x, y] = [
        (a2 * (by - cy) + b2 * (cy - ay) + c2 * (ay - by)) / d,
        (a2 * (cx - bx) + b2 * (ax - cx) + c2 * (bx - ax)) / d,
      ];
      const radius = Math.hypot(ax - x, ay - y);
      expect(d).toBeGreaterThan(0);
      points.forEach(([px, py]) => expect(Math.hypot(px - x, py - y)).toBeGreaterThan(radius * (1 - 1e-9)));
    }
    const [kept] = constrainedDelaunay(points, [[0, 59]]).filter(
      (corners) => corners.includes(0) && corners.includes(59),
    );
    expect(kept).toBeDefined();
  });
  it('refuses one that would be too large', () => expect(() => triangulate(square, [], [], 5e-4)).toThrow(/meshSize/));
});
