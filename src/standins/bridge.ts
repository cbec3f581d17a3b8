/**
 * How any device speaks to the house, stand-in or real: a small bridge posts its readings as JSON with the
 * device's own token. A real sensor's bridge can be this very function.
 */
export interface DeviceReading {
  /** When it was read, ISO 8601. */
  readonly at: string;
  readonly tempC?: number | null;
  readonly humidityPct?: number | null;
  readonly grossKg?: number;
  readonly shown?: number;
}

export async function postReadings(
  house: string,
  device: string,
  token: string,
  readings: readonly DeviceReading[],
): Promise<{ kept: number }> {
  const response = await fetch(`${house}/api/v1/devices/${device}/readings`, {
    method: "POST",
    headers: { "content-type": "application/json", authorization: `Bearer ${token}` },
    body: JSON.stringify({ readings }),
  });
  const answer = await response.json();
  if (!response.ok) throw new Error(answer.detail ?? `The house answered ${response.status}.`);
  return answer;
}
