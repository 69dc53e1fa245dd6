/** The middle of each country's largest piece of land: code, latitude, longitude in degrees, from the Natural Earth outlines. */
const table =
  "AD 42.5 1.6;AE 23.9 54.3;AF 33.8 65.9;AG 17.1 -61.8;AI 18.2 -63.1;AL 41.1 20.1;AM 40.3 44.9;AO -12.3 17.6;AQ -84.7 83;" +
  "AR -34.5 -64.7;AS -14.3 -170.7;AT 47.6 14.1;AU -25.6 134.2;AW 12.5 -70;AX 60.2 19.9;AZ 40.3 47.7;BA 44.2 17.8;" +
  "BB 13.2 -59.6;BD 23.9 90.2;BE 50.6 4.6;BF 12.3 -1.8;BG 42.8 25.2;BH 26 50.5;BI -3.4 29.9;BJ 9.6 2.3;BL 17.9 -62.8;" +
  "BM 32.3 -64.8;BN 4.5 114.6;BO -16.7 -64.7;BR -10.7 -53.2;BS 24.7 -78;BT 27.4 90.4;BW -22.2 23.8;BY 53.5 28;" +
  "BZ 17.2 -88.7;CA 58.6 -99;CD -2.9 23.6;CF 6.6 20.5;CG -0.8 15.2;CH 46.8 8.2;CI 7.6 -5.6;CK -21.2 -159.8;" +
  "CL -34.4 -70.9;CM 5.7 12.7;CN 36.8 103.3;CO 3.9 -73.1;CR 10 -84.2;CU 21.6 -78.9;CV 15.1 -23.6;CW 12.2 -69;CY 34.9 33;" +
  "CZ 49.7 15.3;DE 51 10.4;DJ 11.7 42.6;DK 56.2 9.3;DM 15.4 -61.4;DO 18.9 -70.5;DZ 28.1 2.6;EC -1.4 -78.4;EE 58.7 25.8;" +
  "EG 26.5 29.9;EH 24.2 -12.3;ER 15.4 38.8;ES 40.4 -3.6;ET 8.6 39.6;FI 64.3 26.2;FJ -17.8 178;FK -51.7 -58.8;" +
  "FM 6.9 158.2;FO 62.2 -6.9;FR 46.6 2.5;GA -0.6 11.8;GB 53.8 -2.4;GD 12.1 -61.7;GE 42.2 43.5;GG 49.5 -2.6;GH 7.9 -1.2;" +
  "GL 73.1 -41.8;GM 13.5 -15.4;GN 10.4 -10.9;GQ 1.6 10.5;GR 39.5 22.6;GS -54.4 -36.7;GT 15.7 -90.4;GU 13.4 144.8;" +
  "GW 12.1 -14.9;GY 4.8 -59;HK 22.4 114.1;HM -53.1 73.5;HN 14.8 -86.6;HR 45.2 16.4;HT 18.9 -72.7;HU 47.2 19.4;" +
  "ID -0.2 114;IE 53.2 -8.1;IL 31.5 35;IM 54.2 -4.5;IN 22.8 79.5;IO -7.3 72.4;IQ 33 43.8;IR 32.5 54.4;IS 65 -18.6;" +
  "IT 43.5 12.3;JE 49.2 -2.1;JM 18.2 -77.3;JO 31.2 36.8;JP 36.6 137.9;KE 0.6 37.8;KG 41.5 74.5;KH 12.7 104.9;" +
  "KI 1.9 -157.4;KM -11.7 43.3;KN 17.3 -62.7;KP 40.1 127.2;KR 36.5 127.9;KW 29.3 47.6;KY 19.3 -81.3;KZ 48.4 67.2;" +
  "LA 18.5 103.8;LB 33.9 35.9;LC 13.9 -61;LI 47.1 9.5;LK 7.6 80.7;LR 6.5 -9.3;LS -29.6 28.2;LT 55.3 23.9;LU 49.8 6.1;" +
  "LV 56.9 24.9;LY 27 18.1;MA 29.8 -8.7;MC 43.8 7.4;MD 47.2 28.5;ME 42.8 19.2;MF 18.1 -63.1;MG -19.3 46.7;MH 7.1 171.2;" +
  "MK 41.6 21.7;ML 17.3 -3.6;MM 21.1 96.5;MN 47 103.1;MO 22.2 113.5;MP 15.2 145.7;MR 20.2 -10.4;MS 16.7 -62.2;" +
  "MT 35.9 14.4;MU -20.3 57.6;MV 4.2 73.5;MW -13.2 34.3;MX 23.9 -102.2;MY 3.6 114.7;MZ -17.2 35.6;NA -22.1 17.2;" +
  "NC -21.3 165.5;NE 17.4 9.3;NF -29.1 167.9;NG 9.6 8.1;NI 12.8 -85;NL 52.3 5.6;NO 63.8 12.2;NP 28.3 83.9;NR -0.5 166.9;" +
  "NU -19 -169.9;NZ -43.9 170.6;OM 20.6 56.1;PA 8.5 -80.1;PE -9.1 -74.4;PF -17.7 -149.4;PG -6.6 144.2;PH 15.9 121.4;" +
  "PK 29.9 69.2;PL 52.1 19.4;PM 46.9 -56.3;PN -24.4 -128.3;PR 18.2 -66.5;PS 31.9 35.2;PT 39.7 -8;PW 7.5 134.6;" +
  "PY -23.2 -58.4;QA 25.3 51.2;RO 45.8 25;RS 44.2 20.8;RU 65.9 95.5;RW -2 29.9;SA 24.1 44.7;SB -9.6 160.2;SC -4.7 55.5;" +
  "SD 16 29.9;SE 62.4 16.2;SG 1.4 103.8;SH -16 -5.7;SI 46.1 14.8;SK 48.7 19.5;SL 8.6 -11.8;SM 43.9 12.5;SN 14.4 -14.5;" +
  "SO 4.7 45.7;SR 4.1 -55.9;SS 7.3 30.3;ST 0.2 6.6;SV 13.7 -88.9;SX 18.1 -63.1;SY 35 38.5;SZ -26.6 31.5;TC 21.8 -71.7;" +
  "TD 15.3 18.6;TF -49.3 69.5;TG 8.5 1;TH 15.1 101;TJ 38.5 71;TL -8.8 125.9;TM 39.1 59.4;TN 34.1 9.6;TO -21.2 -175.2;" +
  "TR 39.1 35.4;TT 10.4 -61.3;TW 23.7 121;TZ -6.3 34.8;UA 49.2 31.3;UG 1.3 32.4;US 39.9 -98.8;UY -32.8 -56;UZ 41.8 63.3;" +
  "VA 41.9 12.4;VC 13.3 -61.2;VE 7.1 -66.2;VG 18.4 -64.6;VI 17.7 -64.8;VN 16.5 106.3;VU -15.2 166.8;WF -14.3 -178.1;" +
  "WS -13.6 -172.4;YE 15.9 47.5;ZA -29 25.2;ZM -13.5 27.8;ZW -19 29.9;";

/** A point on the globe in degrees. */
export interface Position {
  readonly lat: number;
  readonly lon: number;
}

const positions = new Map<string, Position>(
  table
    .split(";")
    .filter(Boolean)
    .map((entry) => {
      const [code = "", lat, lon] = entry.split(" ");
      return [code, { lat: Number(lat), lon: Number(lon) }];
    }),
);

/** Where a country is taken to be when nothing closer is known of a destination; `undefined` for specks on the map. */
export function countryPosition(country: string): Position | undefined {
  return positions.get(country);
}

const EARTH_RADIUS_KM = 6371.0088;

/** The great-circle distance in km by the haversine formula on the mean earth radius (IUGG), in whole metres. */
export function distanceKm(a: Position, b: Position): number {
  const radians = Math.PI / 180;
  const dLat = ((b.lat - a.lat) * radians) / 2;
  const dLon = ((b.lon - a.lon) * radians) / 2;
  const h = Math.sin(dLat) ** 2 + Math.cos(a.lat * radians) * Math.cos(b.lat * radians) * Math.sin(dLon) ** 2;
  return Math.round(2 * EARTH_RADIUS_KM * Math.asin(Math.sqrt(h)) * 1000) / 1000;
}
