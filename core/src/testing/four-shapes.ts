import type { Answers } from '../template/index.js';

/** One product as four kinds of page state it, and what each must be read as. */
export interface FourShapes {
  readonly thing: string;
  /** What all four state. */
  readonly answers: Answers;
  /** Lines with labels; a table with its units in the labels; running text, imperial beside metric; one line of a list with decimal commas. */
  readonly labels: string;
  readonly table: string;
  readonly prose: string;
  readonly line: string;
  /** What one shape states beyond the others, or otherwise: rounded inches, say. */
  readonly but?: Partial<Readonly<Record<'labels' | 'table' | 'prose' | 'line', Answers>>>;
}

const eur = (minor: number) => ({ minor, currency: 'EUR' });
const socket = (connector: string, direction: string, carries: readonly string[], more = {}) => ({
  connector,
  direction,
  carries,
  face: 'back',
  ...more,
});

/** Twenty made-up products, each in the four shapes: for tests alone. */
export const fourShapes: readonly FourShapes[] = [
  {
    thing: 'Camera body',
    answers: { widthMm: 129.6, heightMm: 90.2, overallMm: 79.8, massG: 600, hdmi: 'hdmi-d' },
    labels: `Heron 2 mirrorless camera
Dimensions (W x H x D): 129.6 x 90.2 x 79.8 mm
Weight: 600 g (body only)
HDMI: micro HDMI`,
    table: `Size (W x H x D, mm) | 129.6 x 90.2 x 79.8
Weight (g) | 600
HDMI | type D`,
    prose: `The Heron 2 measures 129.6 x 90.2 x 79.8 mm (W x H x D), or 5.1 x 3.6 x 3.1 in, and weighs 600 g (21.2 oz) body only. It has a micro HDMI socket.`,
    line: `Heron 2 · B 129,6 × H 90,2 × T 79,8 mm · 600 g · Micro-HDMI`,
  },
  {
    thing: 'Camera body',
    answers: { depthMm: 60, overallMm: 79.8, widthMm: 130, heightMm: 90, recordW: 6.4 },
    labels: `Width: 130 mm
Height: 90 mm
Depth: 79.8 mm
Depth without grip: 60 mm
Power consumption: 6.4 W`,
    table: `Width (mm) | 130
Height (mm) | 90
Depth (mm) | 79.8
Depth without grip (mm) | 60
Power consumption (W) | 6.4`,
    prose: `It is 130 mm wide, 90 mm high and 79.8 mm deep; 60 mm without grip. It uses 6.4 W.`,
    line: `Breite/width 130 mm, height 90 mm, depth 79,8 mm, 60 mm without grip, power draw 6,4 W`,
  },
  {
    thing: 'Lens',
    answers: { diameterMm: 72, lengthMm: 102, massG: 480, filterMm: 67 },
    labels: `Alder 35 zoom
Size (diameter x length): 72 x 102 mm
Weight: approx. 480 g
Filter thread: 67 mm`,
    table: `Dimensions (diameter x length, mm) | 72 x 102
Weight (g) | 480
Filter size (mm) | 67`,
    prose: `With a diameter of 72 mm and a length of 102 mm it weighs just 480 g (16.9 oz). Filters of 67 mm screw into its front.`,
    line: `Ø 72 mm, length 102 mm, 480 g, filter 67 mm`,
  },
  {
    thing: 'Monitor',
    answers: { diagonalIn: 5.5, widthMm: 152, heightMm: 92, depthMm: 30, massG: 310, nits: 1000 },
    labels: `Lagoon field monitor
Display: 5.5"
Brightness: 1000 nits
Dimensions: 152 x 92 x 30 mm
Weight: 310 g`,
    table: `Screen (inch) | 5.5
Brightness (cd/m²) | 1000
Dimensions (W x H x D, mm) | 152 x 92 x 30
Weight (g) | 310`,
    prose: `The 5.5-inch screen reaches 1,000 cd/m². The case is 152 mm wide, 92 mm high and 30 mm thick and weighs 310 g (10.9 oz).`,
    line: `5,5″ · 1000 cd/m² · 152 × 92 × 30 mm · 310 g`,
  },
  {
    thing: 'Monitor',
    answers: { diagonalIn: 7, minV: 6, maxV: 17, massG: 420, videoIn: 'sdi' },
    labels: `Panel: 7 inch
Power input: DC 6–17 V
Weight: 420 g
Video: SDI in`,
    table: `Panel (inch) | 7
Voltage (V) | 6-17
Weight (g) | 420
Video in | SDI`,
    prose: `A 7 inch panel that takes anything from DC 6 to 17 V and weighs 420 g, with an SDI input.`,
    line: `7″, DC 6–17 V, 420 g, SDI in`,
  },
  {
    thing: 'Cage',
    answers: { massG: 196, shoes: 2, price: eur(8900) },
    labels: `Full cage
Weight: 196 g
Two cold shoes
Price: € 89.00`,
    table: `Weight (g) | 196
Cold shoes | two cold shoes
Price | EUR 89.00`,
    prose: `Milled from one block, it weighs 196 g (6.9 oz) and offers two cold shoes. EUR 89.00.`,
    line: `196 g · two cold shoes · 89,00 €`,
  },
  {
    thing: 'Top handle',
    answers: { lengthMm: 118, heightMm: 62, massG: 158, base: 'nato' },
    labels: `Top handle
Base: NATO clamp
Length: 118 mm
Height: 62 mm
Weight: 158 g`,
    table: `Base | NATO clamp
Length (mm) | 118
Height (mm) | 62
Weight (g) | 158`,
    prose: `It clamps to any NATO rail, is 118 mm long and 62 mm high and weighs 158 g (5.6 oz).`,
    line: `NATO clamp, 118 mm long, 62 mm high, 158 g`,
  },
  {
    thing: 'Side grip',
    answers: { heightMm: 105, diameterMm: 36, massG: 162, base: 'rosette' },
    labels: `Side grip
Rosette M6
Height: 105 mm
Diameter: 36 mm
Weight: 162 g`,
    table: `Mount | rosette
Height (mm) | 105
Diameter (mm) | 36
Weight (g) | 162`,
    prose: `A wooden grip for a rosette: 105 mm high, 36 mm in diameter, 162 g (5.7 oz).`,
    line: `rosette · Ø 36 mm · height 105 mm · 162 g`,
    // “36 mm in diameter” says what it is behind it.
  },
  {
    thing: 'Arm',
    answers: { heightMm: 178, massG: 132, base: 'cold-shoe' },
    labels: `Friction arm
Foot: cold shoe
Height: 178 mm
Weight: 132 g`,
    table: `Foot | cold shoe
Height (mm) | 178
Weight (g) | 132`,
    prose: `From its cold shoe foot it stands 178 mm high and weighs 132 g.`,
    line: `cold shoe, height 178 mm, 132 g`,
  },
  {
    thing: 'Microphone',
    answers: { lengthMm: 165, diameterMm: 21, massG: 88, windshield: true },
    labels: `Shotgun microphone
Length: 165 mm
Diameter: 21 mm
Weight: 88 g
Foam windshield in the box`,
    table: `Length (mm) | 165
Diameter (mm) | 21
Weight (g) | 88
Windshield | foam windshield`,
    prose: `It is 165 mm long, has a diameter of 21 mm and weighs 88 g (3.1 oz) with its foam windshield.`,
    line: `Ø 21 mm, length 165 mm, 88 g, foam windshield`,
  },
  {
    thing: 'Wireless receiver',
    answers: {
      heightMm: 70,
      widthMm: 60,
      depthMm: 18,
      massG: 74,
      channels: 2,
      fixing: 'cold-shoe',
      ports: [socket('jack-3.5', 'out', ['audio'])],
    },
    labels: `Receiver
Channels: two channels
Size: 70 x 60 x 18 mm
Weight: 74 g
Foot: cold shoe
3.5 mm jack output`,
    table: `Channels | two channels
Dimensions (H x W x D, mm) | 70 x 60 x 18
Weight (g) | 74
Foot | cold shoe
Output | 3.5 mm jack output`,
    prose: `The two channel receiver stands on a cold shoe, measures 70 x 60 x 18 mm, weighs 74 g and has a 3.5 mm jack output.`,
    line: `two channels · 70 × 60 × 18 mm · 74 g · cold shoe · 3,5 mm output`,
  },
  {
    thing: 'Video transmitter',
    answers: {
      heightMm: 100,
      widthMm: 64,
      depthMm: 24,
      massG: 182,
      rangeM: 300,
      ports: [
        socket('hdmi-a', 'in', ['video', 'audio']),
        socket('barrel', 'in', ['power'], { minV: 7, maxV: 17 }),
      ],
    },
    labels: `Wireless video transmitter
HDMI input
Range: 300 m
Power input: DC 7–17 V
Size: 100 x 64 x 24 mm
Weight: 182 g`,
    table: `Video | HDMI input
Range (m) | 300
Power input DC (V) | 7-17
Size (H x W x D, mm) | 100 x 64 x 24
Weight (g) | 182`,
    prose: `It has an HDMI input, a range of 300 m and takes a power input of 7–17 V. It measures 100 x 64 x 24 mm and weighs 182 g.`,
    line: `HDMI in, range 300 m, DC 7–17 V, 100 × 64 × 24 mm, 182 g`,
  },
  {
    thing: 'Lamp',
    answers: { massG: 142, heightMm: 90, widthMm: 62, depthMm: 20, innerCell: true, runsMin: 150 },
    labels: `Video lamp
Built-in battery
Battery life: approx. 150 min
Dimensions: 90 x 62 x 20 mm
Weight: 142 g`,
    table: `Battery | built-in battery
Run time (min) | 150
Dimensions (H x W x D, mm) | 90 x 62 x 20
Weight (g) | 142`,
    prose: `Its built-in battery runs for about 150 min. 90 x 62 x 20 mm, 142 g.`,
    line: `built-in battery, run time 2,5 h, 90 × 62 × 20 mm, 142 g`,
  },
  {
    thing: 'Battery',
    answers: {
      energyWh: 98,
      voltageV: 14.4,
      heightMm: 103,
      widthMm: 70,
      depthMm: 50,
      massG: 610,
      mount: 'v-mount',
    },
    labels: `V-mount battery
Capacity: 98 Wh
Voltage: 14.4 V
Size (W x H x D): 70 x 103 x 50 mm
Weight: 610 g`,
    table: `Mount | V-mount
Energy (Wh) | 98
Voltage (V) | 14.4
Size (W x H x D, mm) | 70 x 103 x 50
Weight (g) | 610`,
    prose: `This V-mount battery keeps 98 Wh at 14.4 V in 70 x 103 x 50 mm (W x H x D) and 610 g (21.5 oz).`,
    line: `V-mount · 98 Wh · 14,4 V · B 70 × H 103 × T 50 mm · 610 g`,
  },
  {
    thing: 'Battery',
    answers: { energyWh: 32.56, voltageV: 7.4, massG: 190, mount: 'l-series' },
    labels: `L-series battery
4400 mAh
Voltage: 7.4 V
Weight: 190 g`,
    table: `Type | L-series
Capacity (mAh) | 4400
Voltage (V) | 7.4
Weight (g) | 190`,
    prose: `An L-series battery of 4400 mAh at 7.4 V; it weighs 190 g.`,
    line: `L-series, 4400 mAh, 7,4 V, 190 g`,
  },
  {
    thing: 'Matte box',
    answers: { massG: 420, ringMm: 95, holds: 'rods' },
    labels: `Matte box
Clamp diameter: 95 mm
Weight: 420 g
For 15 mm rods`,
    table: `Clamp diameter (mm) | 95
Weight (g) | 420
Held by | 15 mm rods`,
    prose: `It stands on 15 mm rods, goes round lenses with a clamp diameter of 95 mm and weighs 420 g.`,
    line: `clamp Ø 95 mm · 420 g · 15 mm rods`,
  },
  {
    thing: 'Round filter',
    answers: { backSizeMm: 77, thicknessMm: 7.5, stops: 5, leastStops: 2 },
    labels: `Variable ND filter
Filter thread: 77 mm
Range: 2–5 stops
Thickness: 7.5 mm`,
    table: `Thread (mm) | 77
Range (stops) | 2-5
Thickness (mm) | 7.5`,
    prose: `It screws into a 77 mm thread, takes 2 to 5 stops of light and is 7.5 mm thick.`,
    line: `77 mm thread, 2–5 stops, 7,5 mm thick`,
  },
  {
    thing: 'Charger',
    answers: { bays: 2, widthMm: 100, depthMm: 72, heightMm: 28, massG: 120 },
    labels: `Charger with two bays
Width: 100 mm
Depth: 72 mm
Height: 28 mm
Weight: 120 g`,
    table: `Bays | two bays
Width (mm) | 100
Depth (mm) | 72
Height (mm) | 28
Weight (g) | 120`,
    prose: `Two bays side by side; 100 mm wide, 72 mm deep, 28 mm high and 120 g.`,
    line: `two bays, width 100 mm, depth 72 mm, height 28 mm, 120 g`,
  },
  {
    thing: 'Card or drive',
    answers: {
      capacityGB: 2000,
      sustainedMbps: 7200,
      heightMm: 84,
      widthMm: 54,
      depthMm: 10,
      massG: 62,
    },
    labels: `Portable drive
Capacity: 2 TB
Write speed: 900 MB/s
Size: 84 x 54 x 10 mm
Weight: 62 g`,
    table: `Capacity (TB) | 2
Write speed (MB/s) | 900
Size (mm) | 84 x 54 x 10
Weight (g) | 62`,
    prose: `It holds 2 TB, keeps up a write speed of 900 MB/s, measures 84 x 54 x 10 mm and weighs 62 g.`,
    line: `2 TB · 900 MB/s · 84 × 54 × 10 mm · 62 g`,
  },
  {
    thing: '15 mm rods',
    answers: { lengthMm: 300, massG: 210, price: eur(3490) },
    labels: `Pair of rods
Length: 300 mm
Weight: 210 g
Price: 34.90 EUR`,
    table: `Length (mm) | 300
Weight (g) | 210
Price | 34.90 EUR`,
    prose: `Two carbon rods, 300 mm long (11.8 in), 210 g the pair, for 34.90 EUR.`,
    line: `300 mm long, 210 g, 34,90 EUR`,
  },
];
