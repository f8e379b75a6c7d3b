package unit

import "regexp"

var money = regexp.MustCompile(`^\s*([^\d\s.,-]{0,4})\s*(\d+(?:[.,]\d{1,4})?)\s*([^\d\s.,-]{0,4})\s*$`)

// Money is an amount and its currency as printed; ok is false for what is no price.
func Money(text string) (amount float64, currency string, ok bool) {
	m := money.FindStringSubmatch(text)
	if m == nil || m[1] == "" && m[3] == "" {
		return 0, "", false
	}
	return Decimal(m[2]), m[1] + m[3], true
}
