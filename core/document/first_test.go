package document_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"graybridge/core/document"
	"graybridge/core/plate"
	"graybridge/core/table"
)

// Somebody's first workshop follows from the plate, and from the browser's region where the plate does not tell.
func TestTheFirstWorkshopFollowsFromPlateAndRegion(t *testing.T) {
	t.Parallel()
	for _, c := range []struct {
		line, region string
		rules        table.Rules
		volts, hertz float64
	}{
		{"1.1 kW 230/400 V 4.7/2.7 A 1410 rpm 50 Hz", "en-US", table.Metric, 230, 50},
		{"1 HP 208-230/460 V 3.6-3.4/1.7 A 1725 rpm 60 Hz", "de-DE", table.NorthAmerica, 240, 60},
		{"1.1 kW 50/60 Hz", "en-CA", table.NorthAmerica, 240, 60},
		{"1.1 kW 50/60 Hz", "nl", table.Metric, 230, 50},
		{"", "en_US", table.NorthAmerica, 240, 60},
		{"", "", table.Metric, 230, 50},
	} {
		w := document.FirstWorkshop(plate.ReadLine(c.line), c.region)
		assert.Equal(t, c.rules, w.Rules, "%s in %s", c.line, c.region)
		assert.InDelta(t, c.volts, w.Volts, 0, "%s in %s", c.line, c.region)
		assert.InDelta(t, c.hertz, w.Hertz, 0, "%s in %s", c.line, c.region)
		assert.Equal(t, c.rules == table.NorthAmerica, w.Colours == document.NorthAmerica)
		d := document.New(document.FirstName(plate.ReadLine(c.line).Entry()), w)
		assert.Empty(t, d.Validate())
	}
	assert.Equal(t, "Motor of 1.1 kW", document.FirstName(plate.ReadLine("1.1 kW 230/400 V").Entry()))
	assert.Equal(t, "New motor", document.FirstName(plate.Entry{}))
}
