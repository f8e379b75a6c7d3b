package rotary

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// IDs of what is said of readings.
const (
	IDReadings = "rotary.readings"
	IDLoad     = "rotary.load-found"
	IDDoubt    = "rotary.would-change"
)

func trimWhy(o *Read) []finding.Why {
	return []finding.Why{
		{Formula: "Σ((predicted − read)/meter error)² least over the loads and every motor's magnetising reactance",
			Numbers: fmt.Sprintf(
				"%d rounds, within %s meter errors",
				o.Fit.Rounds,
				unit.Three(o.Fit.Off),
			), Section: finding.OnTrim,
			Source: "your readings; meter 2 % of amps, 0.7 % of volts"},
	}
}

func readingsOff(o *Read) finding.Finding {
	return finding.Finding{ID: IDReadings, Grade: finding.Caution, Entries: []string{"rotary.readings"},
		Sentence: fmt.Sprintf(
			"The readings do not fit this converter: %s meter errors off at best.",
			unit.Three(o.Fit.Off),
		),
		Detail: "Nothing is refitted. Look at which leads the clamp was on, at the cans that were in, at the way " +
			"the idler was spun, and at the joints in each box; then read once more.",
		Figure: unit.Three(o.Fit.Off) + " meter errors", Limit: unit.Three(fitsWithin),
		Measure: finding.Against(o.Fit.Off, finding.AtMost, fitsWithin, "meter errors"),
		Why:     trimWhy(o)}
}

func readingsFit(o *Solved) finding.Finding {
	a := o.Answer
	f := finding.Finding{ID: IDReadings, Grade: finding.Good, Entries: []string{"rotary.readings"},
		Why:    trimWhy(&o.Read),
		Figure: unit.Three(o.Fit.Off) + " meter errors", Limit: unit.Three(fitsWithin),
		Measure:  finding.Against(o.Fit.Off, finding.AtMost, fitsWithin, "meter errors"),
		Sentence: "The readings fit: the motors are refitted to them."}
	more := func(bank int, want, have float64) string {
		switch d := want - have; {
		case math.Abs(d) < math.Max(1, 0.05*have):
			return ""
		case d > 0:
			return fmt.Sprintf("%s more between %s", microfarads(d), bankNames[bank])
		default:
			return fmt.Sprintf("%s less between %s", microfarads(-d), bankNames[bank])
		}
	}
	var change []string
	for _, d := range []string{more(0, a.Best.L13, a.Balance.L13), more(1, a.Best.L23, a.Balance.L23)} {
		if d != "" {
			change = append(change, d)
		}
	}
	f.Detail = "By them these cans are as good as any."
	if len(change) > 0 && a.Best.Worst.Share < a.Yours.Worst.Share-0.01 {
		f.Detail = fmt.Sprintf(
			"By them %s would bring the worst winding from %s to %s.",
			finding.Together(change),
			reading(a.Yours.Worst.Share),
			reading(a.Best.Worst.Share),
		)
	}
	return f
}

func loadFound(o *Read, i int) finding.Finding {
	m, share := o.At(i), o.Fit.Share[i]
	return finding.Finding{ID: IDLoad, Grade: finding.Note, Entries: []string{"machines." + m.ID + ".load.share"},
		Sentence: fmt.Sprintf(
			"By the readings %s asks %s of its rated torque; the job says %s.",
			m.Name,
			unit.Percent(share),
			unit.Percent(m.Site.Load.Usual),
		),
		Cures: []finding.Cure{
			{
				Label: "Take " + unit.Percent(share),
				Path:  "machines." + m.ID + ".load.share",
				Value: fmt.Sprintf("%.0f %%", share*100),
			},
		},
		Why: trimWhy(o)}
}
