import type { CompanySetUp } from '@obolus/server/setUp/company';

export const DEMO_PASSWORD = 'weave-and-count';

/** The people of Fernhollow Loom Supply, one for each role. */
export const DEMO_USERS = [
  { email: 'ines@fernhollow.example', name: 'Ines Varga', role: 'accountant' },
  { email: 'tomas@fernhollow.example', name: 'Tomas Reyl', role: 'buyer', approvalLimit: '10000.00' },
  { email: 'odile@fernhollow.example', name: 'Odile Marsh', role: 'receiver' },
  { email: 'piet@fernhollow.example', name: 'Piet Solander', role: 'approver' },
  { email: 'ruth@fernhollow.example', name: 'Ruth Akinola', role: 'auditor' },
  { email: 'sam@fernhollow.example', name: 'Sam Tolliver', role: 'administrator' },
] as const;

export const COMPANY_NAME = 'Fernhollow Loom Supply';

export const demoCompany = (firstOpenDay: string): CompanySetUp => ({
  name: COMPANY_NAME,
  currency: 'USD',
  address: '18 Weir Lane\nFernhollow',
  firstOpenDay,
  tolerance: { over: '3', short: '2' },
  warehouses: [
    { code: 'MAIN', name: 'Main', address: 'Gate 2, 18 Weir Lane\nFernhollow' },
    { code: 'OVER', name: 'Overflow' },
  ],
  users: DEMO_USERS.map((user) => ({ ...user, password: DEMO_PASSWORD })),
});

/** Codes are numbers for use within a company (GS1, prefix 02), with their check digits. */
export const GROUPS = `code,name
YARN,Yarn on cones
LOOM,Looms
DYE,Dyes
PART,Parts and small ware
`;

export const ITEMS = `number,name,unit,method,weight,volume,tariff_code,origin,standard,packs,codes,group
YM-EC,"Merino yarn on cones, ecru",kg,fifo,1.06,0.004,5107.10,NZ,,cone = 0.5,02000000000107 | 12000000000104 = cone,YARN
YM-SL,"Merino yarn on cones, slate",kg,fifo,1.06,0.004,5107.10,NZ,,cone = 0.5,02000000000206 | 12000000000203 = cone,YARN
YM-MD,"Merino yarn on cones, madder red",kg,fifo,1.06,0.004,5107.10,NZ,,cone = 0.5,02000000000305 | 12000000000302 = cone,YARN
YL-NA,"Linen yarn on cones, natural",kg,average,1.05,0.003,5306.10,PT,,cone = 0.5,02000000000404 | 12000000000401 = cone,YARN
YL-BL,"Linen yarn on cones, bleached",kg,average,1.05,0.003,5306.10,PT,,cone = 0.5,02000000000503 | 12000000000500 = cone,YARN
FL-120,"Floor loom, oak, 120 cm",each,serial,42.5,0.61,8446.30,CA,,,02000000000602,LOOM
TL-60,"Table loom, 60 cm",each,average,11,0.12,8446.10,CA,,,02000000000701,LOOM
BS-25,"Boat shuttle",each,standard,0.2,0.001,8448.49,IN,8.10,box = 25,02000000000800 | 12000000000807 = box,PART
DY-IN,"Indigo dye, 250 g tin",tin,lot,0.31,0.0006,3203.00,JP,,case = 12,02000000000909 | 12000000000906 = case,DYE
DY-MA,"Madder dye, 250 g tin",tin,lot,0.31,0.0006,3203.00,JP,,case = 12,02000000001005 | 12000000001002 = case,DYE
SK-01,"Starter kit, table loom with yarn and shuttles",each,fifo,14,0.16,,,,,02000000001104,LOOM
BB-10,"Bobbin, birch, 10 cm",each,average,0.02,0.0001,4421.91,US,,bag = 50,,PART
RD-60,"Reed, steel, 60 cm",each,fifo,1.2,0.002,8448.49,CA,,,,PART
`;

export const WAREHOUSES = `code,name,bins
MAIN,Main,DOCK = dock | REJECTS = rejects | Y-01 = shelf | Y-02 = shelf | Y-03 = shelf | L-01 = shelf | S-01 = shelf | D-01 = shelf
OVER,Overflow,
`;

export const TAX_CODES = `code,name,levels
S6,"State tax, not reclaimed",State tax = 6 = into-cost
S6T,"State tax and town levy on it",State tax = 6 = into-cost | Town levy = 1 = into-cost = goods-and-taxes-above
IMP,"Import tax, reclaimed",Import tax = 5 = reclaimed
USE,"Use tax, self-assessed",Use tax = 6 = into-cost = = = self-assessed
`;

export const TERMS = `code,name,days,after,discount,discount_days,earlier
30EOM,30 days after the month,30,month-end,,,
2-10-30,"30 days, 2 % within 10",30,bill,2,10,
4X30,"In four parts, one a month",120,bill,,,25 = 30 | 25 = 60 | 25 = 90
`;

export const DIMENSIONS = `kind,code,name
department,TRADE,Trade counter
department,STUDIO,Teaching studio
department,WORKSHOP,Workshop
project,WINTER,Winter courses
`;

export const BANK_ACCOUNTS = `code,name,currency,account,bank_code,first_check
MAIN,Fernhollow main account,USD,US 021000021 100200,FERNUS33,1201
EURO,Fernhollow euro account,EUR,US 021000021 100978,FERNUS33,
`;

export const VENDORS = `number,name,currency,terms,address,tax_code,bank_account,bank_code,mail,usual_expense
TARN,Tarnside Fibres,NZD,30,4 Woolstore Road | Tarnside | New Zealand,,NZ 01-0242-0100194-00,TARNNZ22,orders@tarnside.example,
BEIR,Beira Linho,EUR,30EOM,Rua do Moinho 12 | Beira | Portugal,,PT50 0002 0123 1234 5678 9015 4,,encomendas@beiralinho.example,
ALDR,Aldergrove Joinery,CAD,45,77 Sawmill Way | Aldergrove | Canada,,CA 0001-00012-1234567,ALDRCAT2,desk@aldergrove.example,
KUMO,Kumo Dyeworks,JPY,30,2-9 Aizome | Kumo | Japan,,JP 0005-123-7654321,KUMOJPJT,desk@kumo.example,
DHOL,Dholka Shuttle Works,USD,2-10-30,Plot 31 Mill Estate | Dholka | India,,IN 50100012345678,DHOLINBB,,
REDW,Redwillow Paper,USD,14,5 Pulp Street | Redwillow,S6,US 021000021 440404,REDWUS33,,
GREY,Greywake Lines,USD,30,Pier 9 | Greywake Harbour,,US 021000021 778899,GREYUS33,bills@greywake.example,
LANT,Lanternhouse Customs,USD,7,1 Lantern Quay | Greywake Harbour,,,,desk@lanternhouse.example,
PETR,Petrel Mutual,USD,4X30,40 Signal Hill,,,,,
MILL,Millrace Turnery,USD,30,Millrace 3 | Upper Fernhollow,,,,desk@millrace.example,
HARB,Harbor Customs Office,USD,14,Customs House | Fernhollow Harbor,,,,,
HOLL,Hollin Water and Light,USD,14,2 Weir Lane | Fernhollow,,,,billing@hollin.example,Water and light
`;

export const PRICES = `vendor,item,price,unit,least,from,to,vendor_number
TARN,YM-EC,23.40,,,,,TF 220-01
TARN,YM-EC,22.90,,250,,,
TARN,YM-SL,24.10,,,,,TF 220-07
TARN,YM-SL,23.60,,250,,,
TARN,YM-MD,25.80,,,,,TF 220-12
TARN,YM-MD,13.10,cone,,,,
BEIR,YL-NA,18.20,,,,,BL-N 16/2
BEIR,YL-BL,19.75,,,,,BL-B 16/2
ALDR,FL-120,1585,,,,,AJ-FL-1200
ALDR,TL-60,288.50,,,,,AJ-TL-600
KUMO,DY-IN,2150,,,,,AI-250
KUMO,DY-MA,1680,,,,,AK-250
DHOL,BS-25,8.10,,,,,DSW 25
DHOL,BS-25,206.25,box,,,,
DHOL,BS-25,201.25,box,40,,,
`;

export const CUSTOMERS = `number,name,address
OXBO,Oxbow Street Weavers,31 Oxbow Street | Fernhollow
SALT,Saltmarsh Yarn Shop,2 Jetty Row | Saltmarsh
THIS,Thistledown Studio,The Old Granary | Thistledown
QUIL,Quillmere Weavers,8 Mere Bank | Quillmere
`;

export const ACCOUNTS = `number,name
6410,Packing and dispatch
6510,Workshop
6610,Teaching material
6710,Water and light
`;

/** Why goods go back. */
/** Agreements that vendors' bills name. */
export const contracts = (day: (before: number) => string): string => `vendor,number,note,from,to
TARN,TF-FRAME-7,Yarn for two seasons,${day(300)},
BEIR,BL-2024/3,Linen of the year before,${day(600)},${day(236)}
`;

export const RETURN_REASONS = `code
Damaged in transit
Faulty
Not as ordered
Sent twice
Stained`;

export const EXPENSES = `code,account
Packing paper,6410
Mailing tubes,6410
Pallet,6410
Workshop cleaning,6510
Machine service,6510
Spare parts,6510
Pattern templates,6610
Water and light,6710
`;

/** What goes by ship, by air and on the road, with its days: counted back from today. */
/** Whose bills of each kind are awaited. */
export const USUAL_VENDORS = `code,vendor
freight,GREY
insurance,PETR
duty,LANT
brokerage,LANT
`;

/** What is expected with goods on order where nobody says; illustrative. */
export const ESTIMATE_RULES = `code,charge,by,figure,basis,mode
SEA-FREIGHT,freight,flat,1900,volume,container
AIR-FREIGHT,freight,weight,4.10,,air
TRUCK-FREIGHT,freight,weight,1.20,,lorry
SEA-INSURANCE,insurance,percent,0.35,,container
`;

export const shipments = (
  day: (before: number) => string,
): string => `number,carrier,note,mode,vessel,from_port,to_port,departs,departed,arrives,arrived,incoterm,seal,weight,volume
FHL-011,GREY,Yarn and looms for the spring,container,Grey Heron 41,Nelson,Fernhollow Harbor,${day(178)},${day(177)},${day(144)},${day(142)},FOB,GH 114 802,9120,44.2
FHL-012,,Dyes by air,air,KW 207,Kumo,Fernhollow,${day(49)},${day(49)},${day(47)},${day(46)},FCA,,138.5,0.9
FHL-013,GREY,"Yarn, table looms and shuttles",container,Grey Heron 43,Nelson,Fernhollow Harbor,${day(112)},${day(111)},${day(76)},${day(75)},FOB,GH 116 207,341,1.2
FHL-014,GREY,Yarn and looms for the autumn,container,Grey Heron 46,Nelson,Fernhollow Harbor,${day(50)},${day(49)},${day(16)},${day(14)},FOB,GH 118 020,7480,39.6
FHL-015,GREY,Linen,container,Grey Heron 44,Port of Beira,Fernhollow Harbor,${day(60)},${day(59)},${day(46)},${day(45)},FOB,,84,0.3
FHL-016,GREY,Shuttles,container,,Mundra,Fernhollow Harbor,${day(12)},${day(11)},${day(-18)},,FOB,,,
FHL-017,ALDR,Reeds by truck,lorry,,Aldergrove,Fernhollow,${day(33)},${day(33)},${day(31)},${day(31)},FCA,,48,0.08
FHL-018,,Shuttles in a parcel,parcel,,Mundra,Fernhollow,${day(12)},${day(12)},${day(9)},${day(9)},FCA,,11,0.06
`;
