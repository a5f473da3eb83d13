/** How a product, or a stock of units, is named in addresses and in what refers to it. */
export const PRODUCT_CODE = /^[a-z0-9-]{3,40}$/;
