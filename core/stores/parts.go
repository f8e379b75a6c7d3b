package stores

import (
	"regexp"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// PartsEntry is what a job's parts cost and take, as typed.
type PartsEntry struct {
	Prices string `json:"prices,omitempty" entry:"lines" example:"contactor: 38.50 €, corner shop" doc:"one a line: part, price, shop"`
	Hours  string `json:"hours,omitempty" example:"6 h" doc:"of work, planned or spent"`
}

// Priced is what a part costs and where, as noted for this job.
type Priced struct{ Price, Shop string }

var pricedLine = regexp.MustCompile(`^([^:]{1,60}):\s*([^,;]*)(?:[,;]\s*(.*))?$`)

// Read reads the entry: what each part costs, by its name or id in small letters.
func (e PartsEntry) Read() (prices map[string]Priced, hours float64, readings []finding.Reading) {
	prices = map[string]Priced{}
	r := &finding.Reader{Chapter: "parts"}
	for line := range unit.Lines(e.Prices) {
		readAs := ""
		if m := pricedLine.FindStringSubmatch(line); m != nil && strings.TrimSpace(m[2]) != "" {
			p := Priced{strings.TrimSpace(m[2]), strings.TrimSpace(m[3])}
			prices[strings.ToLower(strings.TrimSpace(m[1]))] = p
			if readAs = p.Price; p.Shop != "" {
				readAs += " at " + p.Shop
			}
		}
		r.Note("prices", line, readAs, "the part, its price and shop, like contactor: 38.50 €, corner shop")
	}
	if e.Hours != "" {
		minutes, ok, err := unit.Minutes.One(e.Hours)
		readAs := ""
		if err == nil && ok {
			hours, readAs = minutes/60, unit.Text(minutes/60, "h")
		}
		r.Note("hours", e.Hours, readAs, "hours of work, like 6 h")
	}
	return prices, hours, r.Readings
}
