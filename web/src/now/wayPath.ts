/** Where a way from here and now is planned. */
export const wayPath = (method: string, school: string): string =>
  `/now/plan?method=${method}&school=${school}`;
