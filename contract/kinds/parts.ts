import { Currency, Day, Discount, exactly, Id, oneOf, Price, Quantity, Rate, Text, Type } from '../figures.ts';

export const MOST_LINES = 2000;

export const lines = <Line extends Parameters<typeof exactly>[0]>(fields: Line) =>
  Type.Array(exactly(fields), { maxItems: MOST_LINES });

export const Party = Type.Union([Id, Type.Literal('')], { description: 'Empty while none is chosen' });

/** A kind of charge, by its code in the register. */
export const ChargeKind = Type.String({ minLength: 1, maxLength: 30, description: 'A kind of charge that is set up' });

export const Lots = Type.Optional(
  Type.Array(
    exactly({ lot: Text(60), quantity: Quantity, expires: Type.Optional(Type.Union([Day, Type.Literal('')])) }),
    {
      maxItems: MOST_LINES,
      description: 'Lots or serial numbers, where the goods are kept by them',
    },
  ),
);

export const Dimensions = {
  department: Type.Optional(Text(40)),
  location: Type.Optional(Text(40)),
  project: Type.Optional(Text(40)),
};

/** Rates that were agreed, where orders are in other currencies than the paper. */
export const AgreedRates = Type.Optional(
  Type.Array(exactly({ currency: Currency, rate: Rate }), {
    maxItems: 20,
    description: 'Units of an order’s currency for one of the paper’s, as agreed; else the day’s cross rate is taken',
  }),
);

export const Reason = Text(200, 'Why');

export const ESTIMATED_BY = ['unit', 'weight', 'volume', 'percent', 'flat', 'tariff'] as const;

/** A charge that is expected with goods. */
export const Estimated = {
  kind: ChargeKind,
  by: oneOf(ESTIMATED_BY),
  figure: Text(
    40,
    'By the unit, the kilogram, the cubic metre or flat in base currency, or percent of the goods; empty by tariff',
  ),
};

/** The same on a line, with the rule of the company that put it there; left out where somebody said it. */
export const EstimatedOnLine = { ...Estimated, rule: Type.Optional(Text(30)) };

export const Estimates = Type.Optional(
  Type.Array(exactly(EstimatedOnLine), {
    maxItems: 20,
    description: 'As the rules of the company say where they are left out; none where the list is empty',
  }),
);

export const Asked = {
  item: Party,
  expense: Type.Optional(Text(60, 'The expense that the line is for, where it is no stock')),
  quantity: Quantity,
  unit: Type.Optional(Text(20, 'Of quantity and price: a pack of the item; the stock unit where it is left out')),
  price: Price,
  discount: Discount,
  due: Type.Union([Day, Type.Literal('')]),
  vendorNumber: Type.Optional(Text(40, 'The vendor’s own number for the item, kept for the next time')),
  packSize: Type.Optional(
    Type.Union([Quantity, Type.Literal('')], {
      description: 'What a unit holds that the item was never bought in: kept for the next time',
    }),
  ),
  estimates: Estimates,
  warehouse: Type.Optional(
    Type.Union([Id, Type.Literal('')], { description: 'Where it is to come in; the order’s where it is left out' }),
  ),
  taxCode: Type.Optional(Text(20, 'The taxes that its bill will show')),
  shipment: Type.Optional(Text(60, 'The container or consignment, as far as it is known')),
  ...Dimensions,
};

export const Terms = Type.Optional(
  Type.Union([Id, Type.Literal('')], { description: 'Terms of payment; the vendor’s where they are left out' }),
);

export const Another = Type.Optional(Text(200, 'Why it is another bill than one of the vendor that it is like'));

export const WhyDifferent = Type.Optional(Text(200, 'Why a difference is decided so; needed outside what is allowed'));

export const Seen = Type.Integer({ minimum: 1, description: 'The version that was looked at' });

export const Goods = { item: Party, quantity: Quantity, lots: Lots };

export const Period = Type.String({ maxLength: 7, description: 'A month, YYYY-MM' });
