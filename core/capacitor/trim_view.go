package capacitor

import (
	"fmt"
	"math"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/unit"
)

// TrimView is a Trim as shown.
type TrimView struct {
	Rounds   []RoundView `json:"rounds" nullable:"false"`
	Next     []Expected  `json:"next" nullable:"false"`
	NextLoad string      `json:"next_load,omitempty"`
	NextAt   string      `json:"next_at,omitempty"`
	Refit    string      `json:"refit,omitempty"`
}

// RoundView is one round: what was read beside what the refitted motor says.
type RoundView struct {
	Line  int        `json:"line"` // of the entry's text, from 0
	At    string     `json:"at"`
	Load  string     `json:"load"`
	Fits  bool       `json:"fits"`
	Lines []ReadLine `json:"lines" nullable:"false"`
}

// ReadLine is one reading of a round.
type ReadLine struct {
	Name  string `json:"name"`
	Read  string `json:"read"`
	Model string `json:"model"`
	Off   string `json:"off"` // deviation
	Worst bool   `json:"worst,omitempty"`
}

// Expected is a reading to expect next, with its band.
type Expected struct {
	Name string `json:"name"`
	Text string `json:"text"`
	Band string `json:"band"`
}

func readText(i int, x float64) string {
	if isVolts(i) {
		return unit.Whole(x, "V")
	}
	return unit.Text(x, "A")
}

// Show turns a trim into what the bay shows and what the plan says. The
// magnetising mark says whether the refitted reactance replaced an estimate.
//
// Long: a list of what is shown of a trim, part by part.
func (q Question) Show(t Trim) (v TrimView, out []finding.Finding) {
	v = TrimView{Rounds: []RoundView{}, Next: []Expected{}}
	for _, r := range t.Rounds {
		rv := RoundView{Line: r.Line, At: unit.Plain(r.Microfarad) + unit.Space + "µF", Load: unit.Percent(r.Share) +
			" load", Fits: r.Off <= fitsWithin, Lines: []ReadLine{}}
		for i, read := range r.Read {
			if math.IsNaN(read) {
				continue
			}
			rv.Lines = append(rv.Lines, ReadLine{Name: readNames[i], Read: readText(i, read),
				Model: readText(i, r.Predicted[i]),
				Off:   fmt.Sprintf("%+.0f%s%%", 100*(read/r.Predicted[i]-1), unit.Space), Worst: i == r.WorstRead &&
					r.Off > fitsWithin})
		}
		v.Rounds = append(v.Rounds, rv)
	}
	last := t.Rounds[len(t.Rounds)-1]
	f := finding.Finding{ID: "capacitor.trim", Bay: finding.Bridge, Entries: []string{"bridge.trim"},
		Why: []finding.Why{
			{Formula: "Σ((predicted − read)/meter error)² least over load and magnetising reactance",
				Numbers: fmt.Sprintf("%d rounds; last within %s meter errors", len(t.Rounds), unit.Three(last.Off)),
				Section: finding.OnTrim, Source: "your readings; meter 2 % of amps, 0.7 % of volts"}}}
	if !t.Fits {
		f.Grade, f.Sentence = finding.Caution, readingsDoNotFit(last)
		f.Detail = first(t.Suspect, readAgain)
		f.Figure, f.Limit = readText(last.WorstRead, last.Read[last.WorstRead]),
			readText(last.WorstRead, last.Predicted[last.WorstRead])+" by the engine"
		return v, []finding.Finding{f}
	}
	load := unit.Percent(t.Load.Share)
	v.Refit = readingsGive(load, t)
	if t.CurveRead {
		v.Refit += ironSaturates(t)
	} else if c := t.Model.Eq.Saturation; c != nil {
		v.Refit += ironPlanned
	}
	slope := oneMoreChanges(t)
	f.Figure, f.Limit = unit.Percent(t.Now), "100"+unit.Space+"%"
	switch {
	case t.To == 0:
		f.Grade, f.Sentence = finding.Stop, noneHolds(load)
		f.Detail = lightenOrOther
	case t.Leave && t.Now <= 1:
		f.Grade, f.Sentence = finding.Good, measuredRight(last, t, load)
		f.Detail = neitherWay
	case t.Leave:
		f.Grade, f.Sentence = gradeOf(t.Now), noOtherHelps(load, t)
		f.Detail = lightenOrRest
	default:
		how := "fewer"
		if t.To > last.Microfarad {
			how = "more"
		}
		f.Grade = finding.Note
		if t.Now > 1 {
			f.Grade = finding.Caution
		}
		f.Sentence = measuredMove(t, last, how)
		f.Detail = measuredMoveHow(slope)
		f.Cures = []finding.Cure{{Label: "Put " + unit.Plain(t.To) + " µF in", Path: "bridge.microfarad",
			Value: unit.Plain(t.To)}}
	}
	if q.Entered > 0 && math.Abs(q.Entered/last.Microfarad-1) > sameMicro {
		f.Grade, f.Sentence = finding.Open, q.readSince(last)
		if math.Abs(q.Entered/t.To-1) < leaveMicro {
			f.Cures, f.Detail = nil, slope
		}
	}
	if math.Abs(t.Load.Share-q.Usual) > 0.05 {
		f.Detail += q.loadsDiffer(load)
		f.Cures = append(f.Cures, finding.Cure{Label: "Take " + load + " as the load", Path: "load.share",
			Value: fmt.Sprintf("%.0f %%", 100*t.Load.Share)})
	}
	return v, []finding.Finding{f}
}

// next is what is to be read next: the µF, the load, and the point there. ok is false where
// nothing runs.
func next(o *Solved, t *Trim) (uf float64, load machine.Load, at Point, ok bool) {
	a := o.Answer
	if t != nil {
		return t.NextUF, t.Load, t.Next, t.NextUF > 0 && len(t.Next.Windings) > 0
	}
	return a.Microfarad, o.question.load(o.question.Usual), a.Usual, a.UsualRuns
}

// foretell fills what to read next on the running bridge, with the bands that every
// expected reading has: before anything was read, at the owner's load.
func foretell(o *Solved, v *TrimView, t *Trim) {
	uf, load, at, ok := next(o, t)
	if !ok {
		return
	}
	bands := make([]site.Band, readable)
	var p [readable]float64
	for _, one := range o.twins {
		own := load
		own.Share *= one.Load
		point := one.points[o.question.Usual]
		if uf != o.Answer.Microfarad || load != o.question.load(o.question.Usual) {
			point = one.loaded(own, uf, at.Slip)
		}
		if len(point.Windings) == 0 {
			continue
		}
		if one.b.Set(one.Can * uf); one.b.predict(point.Slip, &p) {
			for i, x := range p {
				if !math.IsNaN(x) {
					bands[i].Add(x)
				}
			}
		}
	}
	if o.Bridge.Set(uf); !o.Bridge.predict(at.Slip, &p) {
		return
	}
	v.NextAt = unit.Plain(uf) + unit.Space + "µF"
	v.NextLoad = unit.Percent(load.Share)
	for i := range p {
		u := "A"
		if isVolts(i) {
			u = "V"
		}
		if !math.IsNaN(p[i]) && bands[i].High > 0 {
			v.Next = append(v.Next, Expected{readNames[i], readText(i, p[i]), bands[i].Stretch().Text(u)})
		}
	}
}

func first(a, b string) string {
	if a != "" {
		return a
	}
	return b
}
