import type { Attempt } from '@young-shell/core/document';

/** The glass of the simulated set with what it shows: a test picture where it stands, slanted or doubled where it doesn't. */
export function TubePicture({ attempt }: { attempt: Attempt | undefined }) {
  const [w, h] = [320, 240];
  const seen = attempt?.seen;
  const [l, r, t, b] = attempt?.picture ?? [0, 1, 0, 1];
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      className="w-full border border-line-strong bg-black"
      role="img"
      aria-label={`Simulated glass: ${seen ?? 'dark'}`}
    >
      <clipPath id="glass">
        <rect width={w} height={h} rx={14} />
      </clipPath>
      <g clipPath="url(#glass)">
        {seen === 'locks' && <TestPicture x={l * w} y={t * h} width={(r - l) * w} height={(b - t) * h} />}
        {seen === 'rolls' &&
          [-0.62, 0.42].map((at) => <TestPicture key={at} x={0.02 * w} y={at * h} width={0.96 * w} height={h} />)}
        {seen === 'tears' &&
          Array.from({ length: 24 }, (_, i) => (
            <rect
              key={i}
              x={((i * 47) % 90) - 60}
              y={i * 10}
              width={w * 0.7}
              height={9}
              fill={i % 3 === 0 ? '#c9d6cf' : '#5d7a70'}
              transform={`skewX(-18)`}
            />
          ))}
        {seen === 'stopped' && (
          <>
            <rect width={w} height={h} fill="#5a0f0a" />
            <text x={w / 2} y={h / 2 + 8} textAnchor="middle" fill="#fff" fontSize={24} className="font-label">
              STOPPED
            </text>
          </>
        )}
      </g>
      <text x={10} y={h - 10} fill="#fff" fontSize={14} className="font-label">
        simulated
      </text>
    </svg>
  );
}

/** Border, cross and circle: what stands in the middle is seen at once. */
function TestPicture({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  return (
    <g stroke="#e8f2ec" fill="none" strokeWidth={2}>
      <rect x={x} y={y} width={width} height={height} fill="#20463b" />
      {Array.from({ length: 7 }, (_, i) => (
        <line
          key={`v${i}`}
          x1={x + ((i + 1) * width) / 8}
          x2={x + ((i + 1) * width) / 8}
          y1={y}
          y2={y + height}
          strokeWidth={0.7}
        />
      ))}
      {Array.from({ length: 5 }, (_, i) => (
        <line
          key={`h${i}`}
          y1={y + ((i + 1) * height) / 6}
          y2={y + ((i + 1) * height) / 6}
          x1={x}
          x2={x + width}
          strokeWidth={0.7}
        />
      ))}
      <ellipse cx={x + width / 2} cy={y + height / 2} rx={width * 0.34} ry={height * 0.45} />
    </g>
  );
}
