package picture

import (
	"context"
	"fmt"
	"math"

	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/plan"
	"graybridge/core/plate"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// SwapRow is one line of keep or swap: this motor beside a three-phase motor on a drive.
type SwapRow struct {
	What string `json:"what"`
	Keep string `json:"keep"`
	Swap string `json:"swap"`
	// Better is keep, swap or empty.
	Better string `json:"better,omitempty"`
}

// Swap is a brushed motor beside the three-phase motor and drive that could take its place.
type Swap struct {
	Rows []SwapRow `json:"rows" nullable:"false"`
	Text string    `json:"text"`
	Keep string    `json:"keep"` // what each column is
	Swap string    `json:"swap"`
}

// SwapOf weighs keeping a document's brushed motor against a usual three-phase motor of
// its power behind the best known drive, solved over the same supply and load. The error
// is ErrNone where there is nothing to weigh yet.
func SwapOf(ctx context.Context, of *plan.Solved) (Swap, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (Swap, error) {
		on, err := plan.On[dc.Installed](w)
		if err != nil || on.Duty == nil {
			return Swap{}, plan.ErrNone
		}
		other, name := otherMotor(ctx, w, &on)
		if other == nil {
			return Swap{}, plan.ErrNone
		}
		return swapped(&on, other, name), nil
	})
}

// otherMotor is a usual three-phase motor of the same power and the nearest speed, on the
// drive that fits best, over the same supply and load.
func otherMotor(ctx context.Context, w *plan.Solved, on *dc.Installed) (best *drive.Installed, name string) {
	p := &on.Site.Direct
	hertz := w.Site().Supply.Hertz
	poles := 2
	for _, n := range []int{4, 6, 8} {
		if math.Abs(115*hertz/float64(n)-p.RPM) < math.Abs(115*hertz/float64(poles)-p.RPM) {
			poles = n
		}
	}
	kw := p.ShaftWatts / 1000
	d := w.Document().Clone()
	d.Machines = d.Machines[:1]
	d.Machines[0].Plate, _ = plate.Usual(p.ShaftWatts, poles, table.Metric, hertz)
	rpm := unit.Decimal(d.Machines[0].Plate.RPM)
	d.Machines[0].Leads = leads.Entry{Kind: leads.Six, Naming: leads.IEC, Found: "delta"}
	d.Bridge.Kind = document.KindDrive
	d.Bridge.Drive = drive.Entry{Cooling: drive.OwnFan}
	name = fmt.Sprintf("%s, %d poles, about %s", unit.Text(kw, "kW"), poles, unit.Whole(rpm, "rpm"))
	grade := finding.Stop
	for _, one := range drive.Shipped() {
		d.Bridge.Drive.Profile = one.ID
		r, ok := plan.Read(ctx, d).Bridge().(drive.Installed)
		if !ok || r.Weighed == nil || r.Motor == nil {
			continue
		}
		if best == nil || r.Weighed.Verdict.Rank() > grade.Rank() {
			best, grade = &r, r.Weighed.Verdict
		}
	}
	return best, name
}

// swapped sets both beside each other.
func swapped(on *dc.Installed, other *drive.Installed, name string) Swap {
	d, v, m := on.Duty, on.View, other.Motor
	s := Swap{Rows: []SwapRow{}, Keep: "This motor on " + on.Profile.Name, Swap: name + ", on " + other.Profile.Name}
	add := func(what, keep, swap, better string) {
		s.Rows = append(s.Rows,
			SwapRow{What: what, Keep: keep, Swap: swap, Better: better})
	}
	more := func(keep, swap float64) string {
		switch {
		case keep > swap+0.03:
			return "keep"
		case swap > keep+0.03:
			return "swap"
		}
		return ""
	}
	share := func(what string, keep, swap float64) {
		add(what, unit.Percent(keep), unit.Percent(swap), more(keep, swap))
	}
	least := on.Chosen.LeastRPM
	if least == 0 {
		least = 0.1 * d.RPM
	}
	at := func(rpm float64) drive.Point {
		hz := math.Max(1, rpm/m.Model.RPM*m.Model.FrequencyHz)
		pt, err := m.At(hz)
		if err != nil {
			return drive.Point{}
		}
		return pt
	}
	rank := func(g finding.Grade) float64 { return float64(g.Rank()) }
	add("Fits here", on.Weighed.Words, other.Weighed.Words, more(rank(on.Weighed.Verdict), rank(other.Weighed.Verdict)))
	share("Torque all day at "+unit.Whole(least, "rpm"), d.Good(least), at(least).Continuous)
	share("Torque for a minute there", d.Minute(least), at(least).Short)
	share("Torque all day at "+unit.Whole(on.Dial.RPM, "rpm"), v.Point.Good, at(on.Dial.RPM).Continuous)
	top := other.View.TopHz / m.Model.FrequencyHz * m.Model.RPM
	b := more(v.Greatest/d.RPM, top/d.RPM)
	add("Fastest under its load", unit.Whole(v.Greatest, "rpm"), unit.Whole(top,
		"rpm")+", more above its base hertz with less torque", b)
	heat := at(on.Dial.RPM)
	keepHeat, swapHeat := v.Point.Asked/math.Max(1e-6, v.Point.Good), heat.Heat
	add("Of what it carries all day, at the dial", unit.Percent(keepHeat), unit.Percent(swapHeat),
		more(swapHeat, keepHeat))
	state := other.State("wanted", site.Fed{Joints: other.Site.Wanted}, true)
	add("From the line", v.Point.Line, site.AmpsText(state.Supply), more(state.Supply, on.Dial.LineAmps))
	add("Noise", "hum at twice the line’s hertz, brushes", "a whistle of its carrier, fainter as that rises", "")
	add("To look after", "brushes and commutator: wear with amps and speed, dust",
		"bearings; the drive’s fan and cans age", "swap")
	share("For a minute, nearly standing", d.Minute(0), at(0.04*d.RPM).Short)
	add("Frame and shaft", "it is there", "to be measured: shaft height, diameter, feet or flange", "keep")
	buy := 0
	if on.Chosen.SecondHand == "yes" || on.As.Controller != "" {
		buy = 1
	}
	add("To buy", []string{"a controller", "the controller, where it is not on hand"}[buy],
		"motor, drive, shielded cable", "keep")
	s.Text = swapText(s.Rows, on.Weighed.Verdict, other.Weighed.Verdict)
	return s
}

// swapText says which way the rows lean.
func swapText(rows []SwapRow, keep, swap finding.Grade) string {
	var k, w int
	for _, r := range rows {
		switch r.Better {
		case "keep":
			k++
		case "swap":
			w++
		}
	}
	switch {
	case keep == finding.Stop && swap != finding.Stop:
		return swapOrOther
	case swap == finding.Stop && keep != finding.Stop:
		return noDriveFits
	case k > w:
		return keepIt(k, w)
	case w > k:
		return swapWins(w, k)
	}
	return swapEven
}
