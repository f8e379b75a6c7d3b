package document

import (
	"fmt"
	"slices"
	"strings"

	"graybridge/core/plate"
	"graybridge/core/table"
)

// american are the regions whose browsers say so and whose homes have 120/240 V, 60 Hz.
var american = []string{"US", "CA", "MX", "PR", "GU", "VI"}

// FirstWorkshop is the workshop of somebody's first plate, told from the plate and the browser's region ("de-DE",
// "US"); all of it can be changed by a touch. A plate for 60 Hz alone is North American, one for 50 Hz alone is not;
// where the plate does not tell, the region does.
func FirstWorkshop(l plate.Line, region string) Workshop {
	at := strings.ToUpper(region[strings.LastIndexAny(region, "-_")+1:])
	rules := table.Metric
	if slices.Contains(american, at) {
		rules = table.NorthAmerica
	}
	fifty, sixty := false, false
	for _, c := range l.Columns {
		fifty, sixty = fifty || c.Hertz == 50, sixty || c.Hertz == 60
	}
	switch {
	case sixty && !fifty:
		rules = table.NorthAmerica
	case fifty && !sixty:
		rules = table.Metric
	}
	w := Workshop{Name: firstName, Rules: rules, Volts: 230, Hertz: 50, Colours: Europe}
	if rules == table.NorthAmerica {
		w.Volts, w.Hertz, w.Colours = 240, 60, NorthAmerica
	}
	return w
}

// firstName is what somebody's own workshop is called until it has a name.
const firstName = "My workshop"

// FirstName is what a machine is called by its plate until somebody names it.
func FirstName(e plate.Entry) string {
	if power := strings.TrimSpace(e.Power); power != "" {
		return fmt.Sprintf("Motor of %s", power)
	}
	return "New motor"
}
