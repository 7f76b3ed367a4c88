/** How charts of checks look. */
export const CHART_TEXT = { color: '#a7b2ab', fontFamily: 'Instrument Sans Variable', fontSize: 13 };
export const CHART_LINE = { lineStyle: { color: '#2e3633' } };
