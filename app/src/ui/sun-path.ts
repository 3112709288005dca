/** The part of a sun that stands above its horizon, as a path of SVG (SVG 1.1, 8.3); empty where it is below. */
export function sunPath(x: number, y: number, radius: number, horizon: number): string {
  if (y - radius >= horizon) return "";
  if (y + radius <= horizon)
    return `M${x - radius} ${y}a${radius} ${radius} 0 1 1 ${2 * radius} 0a${radius} ${radius} 0 1 1 ${-2 * radius} 0z`;
  const half = Math.sqrt(radius ** 2 - (horizon - y) ** 2);
  return `M${x - half} ${horizon}A${radius} ${radius} 0 ${y < horizon ? 1 : 0} 1 ${x + half} ${horizon}Z`;
}
