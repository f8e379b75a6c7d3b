package dc

import (
	"context"
	"errors"
	"fmt"
	"math"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/unit"
)

// View is what the DC bay shows.
type View struct {
	Controllers []Offer            `json:"controllers" nullable:"false"`
	Candidates  []bridge.Candidate `json:"candidates" nullable:"false"` // that may be bought, by their plates
	Shopping    []string           `json:"shopping" nullable:"false"`   // what to ask for in a shop
	Name        string             `json:"name,omitempty"`
	About       string             `json:"about,omitempty"`
	ByPlate     bool               `json:"by_plate,omitempty"` // known by its plate alone
	Quirks      []string           `json:"quirks" nullable:"false"`
	Verdict     finding.Grade      `json:"verdict,omitempty"`
	Words       string             `json:"words,omitempty"`
	Box         string             `json:"box,omitempty"`
	Mains       bool               `json:"mains,omitempty"` // its controls stand at mains potential

	Figures       []finding.Figure `json:"figures" nullable:"false"`
	Dial          Speeds           `json:"dial"`
	Point         PointView        `json:"point"`
	Wave          Picture          `json:"wave"`
	Fan           Fan              `json:"fan"`
	Envelope      Envelope         `json:"envelope"`
	Greatest      float64          `json:"greatest_rpm"` // under the usual load
	GreatestHeavy float64          `json:"greatest_heavy_rpm"`
	GreatestBy    string           `json:"greatest_by,omitempty"` // plate, range or line
	MostRPM       float64          `json:"most_rpm"`              // at the dial's end
	Slowest       float64          `json:"slowest_rpm"`           // that is carried all day; 0: down to standstill
	SlowestText   string           `json:"slowest,omitempty"`
	GreatestText  string           `json:"greatest,omitempty"`
	Held          []finding.Figure `json:"held" nullable:"false"` // how the speed holds

	Trims      []Row         `json:"trims" nullable:"false"`
	Stop       StopView      `json:"stop"`
	Wiring     []Wire        `json:"wiring" nullable:"false"`
	Never      []string      `json:"never" nullable:"false"`
	Inspection []InspectStep `json:"inspection" nullable:"false"`
}

// PointView is the dial's point in words and figures.
type PointView struct {
	Amps    string        `json:"amps"`
	RMS     string        `json:"rms"`
	Factor  string        `json:"form_factor"`
	Broken  bool          `json:"broken"` // the current dies in every half period
	Gap     string        `json:"gap,omitempty"`
	Fires   string        `json:"fires,omitempty"`
	Line    string        `json:"line"`
	PF      string        `json:"power_factor"`
	Heat    float64       `json:"heat"` // of what the plate allows
	Good    float64       `json:"good"`
	Minute  float64       `json:"minute"`
	Asked   float64       `json:"asked"`
	Says    string        `json:"says"`
	Grade   finding.Grade `json:"grade"`
	Reached bool          `json:"reached"`
}

func emptyView() *View {
	return &View{Controllers: []Offer{}, Candidates: []bridge.Candidate{},
		Shopping: []string{},
		Quirks:   []string{}, Figures: []finding.Figure{}, Held: []finding.Figure{},
		Trims:  []Row{},
		Wiring: []Wire{}, Never: []string{}, Inspection: []InspectStep{},
		Wave:     Picture{At: []float64{}, Volts: []float64{}, Amps: []float64{}},
		Fan:      Fan{Torque: []float64{}, Lines: []FanLine{}, Ceiling: []float64{}},
		Envelope: Envelope{RPM: []float64{}, Good: []float64{}, Minute: []float64{}, Asked: []float64{}},
		Stop: StopView{Start: []finding.Figure{}, Stop: []finding.Figure{}, Turn: []finding.Figure{},
			Field:   []finding.Figure{},
			Reverse: []string{}, Order: []string{}}}
}

// pointView says what the motor does at the dial.
func pointView(o *Solved) PointView {
	d, p := o.Duty, &o.Dial
	asked := d.Asked(d.Load.Usual, p.RPM)
	v := PointView{Amps: unit.Text(p.MeanAmps, "A"), RMS: unit.Text(p.RMSAmps, "A"), Factor: unit.Three(p.FormFactor()),
		Broken: !p.Continuous, Line: unit.Text(p.LineAmps, "A"), PF: unit.Three(p.PowerFactor(d.Line)), Asked: asked,
		Good: d.Good(p.RPM), Minute: d.Minute(p.RPM), Reached: p.Reachable}
	v.Heat = math.Pow(p.RMSAmps/(d.ArmatureAmps*d.Factor), 2)
	if d.Way == PhaseControlled || d.Way == HalfWave {
		v.Fires = unit.Whole(p.DelayRad*180/math.Pi, "°")
	}
	if v.Broken {
		carried := 0.0
		for _, x := range p.Pieces {
			carried += x.To - x.From
		}
		v.Gap = unit.Percent(1 - carried/d.Period())
	}
	v.Grade, v.Says = pointWords(o, &v)
	return v
}

func pointWords(o *Solved, v *PointView) (finding.Grade, string) {
	p := &o.Dial
	switch heavy := o.Duty.Asked(o.Duty.Load.Heaviest, p.RPM); {
	case !p.Reachable:
		return finding.Stop, outOfReach
	case heavy > v.Minute+1e-9:
		return finding.Stop, beyondItsLimit(heavy)
	case v.Asked > 1.15*v.Good:
		return finding.Stop, wouldBurn(v)
	case v.Asked > v.Good+1e-9:
		return finding.Caution, forShortRuns(v)
	}
	if unit.Percent(v.Asked) == unit.Percent(0) {
		return finding.Good, runsIdle(v)
	}
	return finding.Good, carriesForGood(v)
}

// figures are the bay's figures for the dial.
func figures(o *Solved) []finding.Figure {
	d, p, v := o.Duty, &o.Dial, o.View
	mark := o.fit.mark()
	fig := func(id, name string, value float64, text, note, formula, numbers string,
		grade finding.Grade) finding.Figure {
		return finding.Figure{ID: id, Name: name, Value: finite(value), Text: text, Note: note, Mark: mark,
			Grade:   grade,
			Section: finding.OnDirect,
			Why: append([]finding.Why{{Formula: formula, Numbers: numbers, Section: finding.OnDirect,
				Source: "engine"}}, o.fit.leansOn...)}
	}
	heat := finding.Good
	if v.Point.Heat > 1 {
		heat = finding.Caution
	}
	out := []finding.Figure{
		fig("speed", "Motor speed", p.RPM, unit.Whole(p.RPM, "rpm"), unit.Text(v.Dial.Volts, "V")+" on the armature",
			"Ke·n + Ia·Ra + brushes", "", ""),
		fig("amps", "Armature, mean", p.MeanAmps, v.Point.Amps, "what a DC meter shows; "+
			""+unit.Percent(p.MeanAmps/d.ArmatureAmps)+" of plate", "(load + friction)/k", "", ""),
		fig("rms", "Armature, RMS", p.RMSAmps, v.Point.RMS, "what heats it; form factor "+v.Point.Factor,
			"RMS over mean of the solved wave", "", ""),
		fig("heat", "Heat", v.Point.Heat, unit.Percent(v.Point.Heat), "of what the plate allows at full speed",
			"(RMS/(rated amps · form factor))²",
			fmt.Sprintf("(%s/(%s · %s))²", v.Point.RMS, unit.Text(d.ArmatureAmps, "A"), unit.Three(d.Factor)), heat),
		fig("line", "From the line", p.LineAmps, v.Point.Line, "RMS, power factor "+v.Point.PF, "line wave, solved",
			"", ""),
		fig("good", "Torque all day", v.Point.Good, unit.Percent(v.Point.Good),
			"of rated torque there; your load needs "+unit.Percent(v.Point.Asked), "RMS ≤ rated amps · form factor "+
				"· cooling",
			"", ""),
		fig("minute", "For a minute", v.Point.Minute, unit.Percent(v.Point.Minute), "by the current limit",
			"k·limit − friction", "",
			""),
	}
	o.View.Held = heldFigures(o, fig)
	o.View.Inspection = inspection(o)
	o.View.SlowestText, o.View.GreatestText = slowestText(o), greatestText(o)
	return out
}

func slowestText(o *Solved) string {
	v := o.View
	switch {
	case math.IsNaN(v.Slowest):
		v.Slowest = 0
		return noSpeedForGood
	case v.Slowest == 0:
		return everySpeedForGood
	}
	return speedForGoodFrom(v)
}

// greatestText says how fast it turns at most, and what ends it.
func greatestText(o *Solved) string {
	v := o.View
	ends := map[string]string{"plate": "its plate's volts are on the armature there",
		"range": "the controller's armature volts end there", "line": "the line gives no more"}[v.GreatestBy]
	text := fmt.Sprintf("At most %s under the usual load", unit.Whole(v.Greatest, "rpm"))
	if math.Abs(v.GreatestHeavy-v.Greatest) > 1 {
		text += fmt.Sprintf(", %s under the heaviest", unit.Whole(v.GreatestHeavy, "rpm"))
	}
	return text + ": " + ends + "."
}

// heldFigures are how the speed holds when the load comes and goes.
func heldFigures(o *Solved, fig func(id, name string, value float64, text, note, formula, numbers string,
	grade finding.Grade) finding.Figure) []finding.Figure {
	d, rpm := o.Duty, o.Dial.RPM
	share := d.Asked(d.Load.Heaviest, rpm)
	bare, held := d.Sag(rpm, share, 0), d.Sag(rpm, share, o.set.PerAmp)
	edge := d.Surge(d.Inertia, ampsLag)
	ta, tm := d.Times(d.Inertia)
	out := []finding.Figure{
		fig("sag", "Volts held alone", bare, unit.Percent(bare),
			"the speed falls from idling to the heaviest load, here",
			"T·Ra/(k·Ke·n)", "", ""),
		fig("sag-ir", "With IR as set", held, unit.Percent(held), fmt.Sprintf("%s V/A, %s of Ra",
			unit.Three(o.set.PerAmp),
			unit.Percent(o.set.PerAmp/d.Ohm)), "T·(Ra − c)/(k·Ke·n)", "", ""),
		fig("edge", "It hunts from", edge, unit.Three(edge)+unit.Space+"V/A", unit.Percent(edge/d.Ohm)+" of Ra",
			"Ra·(1 + τ²/(τm(τa + τ)))",
			fmt.Sprintf("τa %s, τm %s, τ %s", unit.Text(1000*ta, "ms"), unit.Text(1000*tm, "ms"),
				unit.Text(1000*ampsLag, "ms")), ""),
	}
	out = append(out, fig("sag-tacho", "With a tachometer", TachoShare, "about "+unit.Percent(TachoShare),
		map[bool]string{true: "whatever the load", false: "this controller takes none"}[o.Profile.Tacho],
		"guide value", "", ""))
	return out
}

// ErrNoFilm says that nothing can be followed yet.
var ErrNoFilm = errors.New("dc: no controller or no motor to follow")

// Film follows a scene. The error is ErrNoFilm, or the context's.
func (o *Solved) Film(ctx context.Context, scene Scene) (Film, error) {
	if o.Duty == nil || !o.Dial.Reachable {
		return Film{}, ErrNoFilm
	}
	set, shaft := setting(o)
	f, err := o.Duty.Follow(ctx, set, shaft, scene)
	if err != nil {
		return Film{}, err
	}
	end := 0.0
	if n := len(f.RPM); n > 0 {
		end = f.RPM[n-1]
	}
	switch scene {
	case StartScene:
		f.Text = comesUp(end, f)
		if end < 0.9*o.Dial.RPM {
			f.Text = doesNotComeUp(end, f)
		}
	case StepScene:
		f.Text = fromTo(f, end)
	case BrakeScene:
		f.Text = standsAfter(f, set)
	}
	return f, nil
}

// finite is a figure's value; nothing where there is none.
func finite(x float64) float64 {
	if math.IsNaN(x) || math.IsInf(x, 0) {
		return 0
	}
	return x
}
