/**
 * Distance shapes in the plane: negative inside, positive outside, 0 on the edge. Box after
 * J. C. Hart, "Sphere Tracing", The Visual Computer 12, 1996; smooth minimum as the
 * polynomial blend that is exact outside of its radius.
 */
export const SHAPES = `
float shapeBox(vec2 p, vec2 half_, float round_) {
  vec2 q = abs(p) - half_ + round_;
  return length(max(q, vec2(0.0))) + min(max(q.x, q.y), 0.0) - round_;
}

// A regular polygon with a corner on the x axis, by folding into one half of one side.
float shapePolygon(vec2 p, float radius, float sides) {
  float n = max(3.0, floor(sides + 0.5));
  float turn = 1.0 / n;
  float a = angleTurns(p.y, p.x);
  a -= turn * (floor(a / turn) + 0.5);
  vec2 q = length(p) * vec2(cosineTurns(a), abs(sineTurns(a)));
  float apothem = radius * cosineTurns(0.5 * turn);
  float halfSide = radius * sineTurns(0.5 * turn);
  vec2 d = q - vec2(apothem, min(q.y, halfSide));
  return q.x < apothem ? q.x - apothem : length(d);
}

// A star with its points on a circle; depth 0 makes the polygon through its points, near 1 a bare cross.
float shapeStar(vec2 p, float radius, float points, float depth) {
  float n = max(3.0, floor(points + 0.5));
  float turn = 1.0 / n;
  float a = angleTurns(p.y, p.x) + 0.5 * turn;
  a = abs(a - turn * (floor(a / turn) + 0.5));
  vec2 q = length(p) * vec2(cosineTurns(a), sineTurns(a));
  float inner = radius * cosineTurns(0.5 * turn) * (1.0 - clamp(depth, 0.0, 0.95));
  vec2 tip = vec2(radius, 0.0);
  vec2 dent = inner * vec2(cosineTurns(0.5 * turn), sineTurns(0.5 * turn));
  vec2 side = dent - tip;
  float t = clamp(dot(q - tip, side) / max(dot(side, side), 1e-12), 0.0, 1.0);
  float away = length(q - tip - side * t);
  return (q.x - tip.x) * side.y - (q.y - tip.y) * side.x > 0.0 ? away : -away;
}

// A disc's sector about the x axis; opening in turns.
float shapeSector(vec2 p, float radius, float opening) {
  vec2 q = vec2(p.x, abs(p.y));
  vec2 c = vec2(cosineTurns(0.5 * opening), sineTurns(0.5 * opening));
  float arc = length(q) - radius;
  float away = length(q - c * clamp(dot(q, c), 0.0, radius));
  float beyond = q.y * c.x - q.x * c.y;
  return max(arc, beyond > 0.0 ? away : -away);
}

float smoothMin(float a, float b, float radius) {
  float k = max(radius, 1e-5);
  float h = max(k - abs(a - b), 0.0) / k;
  return min(a, b) - 0.25 * h * h * k;
}

// Hexagons with flat tops, one unit from centre to centre. x: distance to the edge (0 on it,
// 0.5 in the middle), yz: the cell's own coordinates, w: distance from the centre. Edges between
// rows of cells lie a hundred-thousandth below whole numbers; see leftOver.
vec4 hexagonAt(vec2 p) {
  vec2 s = vec2(1.0, 1.7320508075688772);
  vec2 ca = floor(p / s + 1e-5) + 0.5;
  vec2 cb = floor((p - 0.5 * s) / s + 1e-5) + 1.0;
  vec2 a = p - ca * s;
  vec2 b = p - cb * s;
  bool near = dot(a, a) < dot(b, b);
  vec2 at = near ? a : b;
  vec2 cell = near ? ca : cb;
  vec2 q = abs(at);
  return vec4(0.5 - max(dot(q, vec2(0.5, 0.8660254037844386)), q.x), cell, length(at));
}
`;
