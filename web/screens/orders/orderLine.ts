import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { OrderView } from '@obolus/contract/views/orders';
import { showFigure } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';

export type OrderLine = BodyOf<'order-change'>['lines'][number];

export const NO_LINE: OrderLine = { of: '', item: '', quantity: '', price: '', discount: '', due: '' };
export const NO_EXPENSE: OrderLine = { ...NO_LINE, expense: '' };
export const isBlank = (line: OrderLine): boolean =>
  !line.of && line.item === '' && !line.expense && line.quantity === '' && line.price === '';

/** How much is said of a line beyond what every line says. */
export const saidBeside = ({
  department,
  location,
  project,
  estimates,
  vendorNumber,
  warehouse,
  taxCode,
  shipment,
}: OrderLine): number =>
  [department, location, project, vendorNumber, warehouse, taxCode, shipment].filter(Boolean).length +
  (estimates?.length ?? 0);

/** A line as it is on the order, to be changed. */
export const asOrdered = (line: OrderView['lines'][number]): OrderLine => ({
  of: line.line,
  item: '',
  quantity: line.asked,
  unit: line.item?.unit === line.unit ? '' : line.unit,
  price: line.price,
  discount: line.discount,
  due: line.due ?? '',
  department: line.department,
  location: line.location,
  project: line.project,
  estimates: line.estimates,
  warehouse: line.warehouse,
  taxCode: line.taxCode,
  shipment: line.shipment,
});

/** A charge that is expected with a line. */
export const estimateInWords = ({ kind, by, figure }: NonNullable<OrderLine['estimates']>[number]): string =>
  say(`orders.estimate_${by}`, { kind, figure: showFigure(figure) });
