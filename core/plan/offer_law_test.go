package plan_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/core/bridge"
	"graybridge/core/document"
	"graybridge/core/finding"
	"graybridge/core/plan"
	"graybridge/jobtest"
)

// What another bridge's bay says of the drives is what the drive's own bay says of them: no
// drive is offered to a motor that its own bay finds too large for it.
func TestNoDriveIsOfferedThatItsOwnBayDenies(t *testing.T) {
	t.Parallel()
	r := rand.New(rand.NewPCG(17, 3))
	seen := map[finding.Grade]int{}
	for i, c := range jobtest.Plates(t) {
		d := jobtest.Case(c, r)
		if !jobtest.InPart(t, i, 2) {
			continue
		}
		var offered *bridge.Offer
		for _, o := range plan.Make(d).Offers {
			if o.Kind == document.KindDrive {
				offered = &o
			}
		}
		if offered == nil {
			continue
		}
		d.Bridge.Kind, d.Bridge.Drive.Profile = document.KindDrive, ""
		p := plan.Make(d)
		if p.Drive == nil {
			continue
		}
		best := finding.Stop
		for _, one := range p.Drive.Choices {
			if one.Grade.Rank() > best.Rank() {
				best = one.Grade
			}
		}
		require.Equal(t, best, offered.Grade, "%s: %s", d.Name, offered.Text)
		seen[best]++
	}
	for _, g := range []finding.Grade{finding.Good, finding.Caution, finding.Stop} {
		require.NotZero(t, seen[g], g)
	}
}
