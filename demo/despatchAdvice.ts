interface Announced {
  readonly number: string;
  /** The vendor's number here. */
  readonly vendor: string;
  readonly order: string;
  readonly date: string;
  readonly arrives: string;
  readonly shipment: string;
}

const line = (number: number, quantity: string, unitCode: string, name: string, item: string): string => `
  <cac:DespatchLine>
    <cbc:ID>${number}</cbc:ID>
    <cbc:DeliveredQuantity unitCode="${unitCode}">${quantity}</cbc:DeliveredQuantity>
    <cac:Item><cbc:Name>${name}</cbc:Name>${item}</cac:Item>
  </cac:DespatchLine>`;

/** A despatch advice (OASIS UBL 2.1) as the shuttle works sends it: boxes by their GTIN, and samples that nobody ordered. */
export const despatchAdvice = ({
  number,
  vendor,
  order,
  date,
  arrives,
  shipment,
}: Announced): string => `<?xml version="1.0" encoding="UTF-8"?>
<DespatchAdvice xmlns="urn:oasis:names:specification:ubl:schema:xsd:DespatchAdvice-2"
  xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2" xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <cbc:UBLVersionID>2.1</cbc:UBLVersionID>
  <cbc:ID>${number}</cbc:ID>
  <cbc:IssueDate>${date}</cbc:IssueDate>
  <cac:OrderReference><cbc:ID>${order}</cbc:ID></cac:OrderReference>
  <cac:DespatchSupplierParty><cbc:CustomerAssignedAccountID>${vendor}</cbc:CustomerAssignedAccountID></cac:DespatchSupplierParty>
  <cac:Shipment>
    <cbc:ID>1</cbc:ID>
    <cac:Consignment><cbc:ID>${shipment}</cbc:ID></cac:Consignment>
    <cac:Delivery><cac:EstimatedDeliveryPeriod><cbc:EndDate>${arrives}</cbc:EndDate></cac:EstimatedDeliveryPeriod></cac:Delivery>
  </cac:Shipment>${line(1, '18', 'XBX', 'Boat shuttle, box', '<cac:StandardItemIdentification><cbc:ID schemeID="0160">12000000000807</cbc:ID></cac:StandardItemIdentification>')}${line(2, '2', 'EA', 'Net shuttle, sample', '<cac:SellersItemIdentification><cbc:ID>DSW 60</cbc:ID></cac:SellersItemIdentification>')}
</DespatchAdvice>
`;
