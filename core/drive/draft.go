package drive

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/label"
	"graybridge/core/leaflet"
)

// FromPlate begins a profile from what was entered of a drive by its plate: what the plate says, the letters beside
// its screws and the codes that were found, and nothing else. problem says what would do where the plate cannot be
// read.
func FromPlate(e Entry) (p Profile, problem string) {
	d, problem := label.Read(e.Plate)
	if problem != "" {
		return p, problem
	}
	if d.Kind != label.Drive {
		return p, plateOfController
	}
	known := ofLabel(d)
	p = Profile{Format: ProfileFormat, Version: 1, Name: known.Name, Input: known.Input, Output: known.Output}
	p.Input.SingleShare = 0
	p.Output.KW, p.Output.Hertz, p.Output.Overload = d.Kilowatt, d.MostHertz, 0
	if known.takeScrews(e); e.MotorScrews+e.LineScrews != "" {
		p.Terminals = known.Terminals
	}
	codes, _ := leafletCodes(e.Codes)
	for _, f := range functions {
		if codes[f] != "" {
			p.Parameters = append(p.Parameters, Parameter{Function: f, Code: codes[f], Name: asLeaflets(f)})
		}
	}
	return p, ""
}

// Doubt is a line of a leaflet of which no setting can be made by itself.
type Doubt struct {
	Code string `json:"code"`
	Text string `json:"text"`
}

// ownUnit is the unit in which the trade counts a function, where leaflets use more than one.
var ownUnit = map[Function]string{MotorPower: "kW", Carrier: "kHz", MotorAmps: "A", Overload: "A",
	Accelerate: "s", Decelerate: "s"}

// times carry a leaflet's unit to the function's own.
var times = map[[2]string]float64{{"kW", "W"}: 1000, {"kHz", "Hz"}: 1000, {"A", "mA"}: 1000, {"s", "ms"}: 1000,
	{"s", "min"}: 1.0 / 60}

// ParametersOf makes settings of the lines of a leaflet that are one of a drive's functions; lines that are
// none are left out. doubts are lines whose figures are not those of their function.
func ParametersOf(lines []leaflet.Line) (all []Parameter, doubts []Doubt) {
	all, doubts = []Parameter{}, []Doubt{}
	for _, l := range lines {
		f := Function(l.Function)
		if l.Function == leaflet.Other || l.Function == leaflet.Ask || !slices.Contains(functions, f) {
			continue
		}
		q := Parameter{Function: f, Code: l.Code, Name: l.Name, Unit: l.Unit, Default: l.Default}
		for _, c := range l.Choices {
			q.Choices = append(q.Choices, Choice{Value: c.Value, Text: c.Text, Means: meaningOf(f, c.Text)})
		}
		own := ownUnit[f]
		switch scale := times[[2]string{own, l.Unit}]; {
		case scale > 0:
			q.Scale = scale
		case own != "" && l.Unit != "" && l.Unit != own && len(q.Choices) == 0:
			doubts = append(doubts, Doubt{l.Code, otherUnit(l, own)})
			continue
		}
		q.Least, q.Most = shown(l.Least)/q.scale(), shown(l.Most)/q.scale()
		for _, text := range []string{l.Default, l.Least, l.Most} {
			if _, after, ok := strings.Cut(strings.ReplaceAll(text, ",", "."), "."); ok {
				q.Decimals = max(q.Decimals, min(len(after), 4))
			}
		}
		if _, err := q.Read(q.Default); len(q.Choices) == 0 && q.Default != "" && err != nil {
			doubts = append(doubts, Doubt{l.Code, noDefault(l)})
			q.Default = ""
		}
		all = append(all, q)
	}
	return all, doubts
}

// shown is a figure of a leaflet; 0 where there is none.
func shown(text string) float64 {
	x, err := strconv.ParseFloat(strings.ReplaceAll(text, ",", "."), 64)
	if err != nil || math.IsInf(x, 0) {
		return 0
	}
	return x
}

// meanings are what a choice of a function may mean, each with words that leaflets use for it. The first whose
// word stands in the text counts.
var meanings = map[Function][]struct{ means, words string }{
	RunSource: {{"link", "link serial communication network bus rs-485 rs485 modbus comm"},
		{string(ThreeWire), "three 3-wire 3wire buttons push"}, {string(TwoWire), "two 2-wire 2wire switch"},
		{Terminals, "terminal external input digital"},
		{string(Keypad), "keypad keys panel operator own local front display"}},
	SpeedSource: {{"link", "link serial communication network bus rs-485 rs485 modbus comm"},
		{"milliamps", "ma 4-20 4 20ma current"}, {"volts", "0-10 10v 10 voltage"},
		{string(Pot), "external terminal terminals analog ai1 ai pot vr"},
		{string(ByPresets), "preset presets multi-speed multispeed multi-step fixed"},
		{string(Dial), "dial knob potentiometer panel-pot"},
		{string(Keys), "keypad keys panel operator arrows digital up own"}},
	StopMode: {{"coast", "coast free freewheel"}, {"ramp", "ramp decel deceleration slow"}},
	ReverseRun: {{"forbidden", "forbidden not no disable disabled prohibited inhibit locked"},
		{"allowed", "allowed enable enabled yes permitted"}},
	Restart:     {{"no", "no off disabled disable not invalid"}, {"yes", "yes on enabled enable restart valid"}},
	ResetFault:  {{"no", "no off disabled disable not"}, {"yes", "yes on enabled enable times"}},
	SignalLost:  {{"stop", "stop trip fault coast"}, {"runs", "continue run hold last ignore off no"}},
	LinkTimeOut: {{"stop", "stop trip fault coast"}, {"runs", "continue run hold last ignore off no"}},
	Catch:       {{"no", "no off disabled disable not invalid"}, {"yes", "yes on enabled enable valid"}},
	ControlMode: {{string(Torque), "torque"}, {string(Vector), "vector sensorless"},
		{string(VoltsPerHertz), "v/f vf v/hz scalar volts linear"}},
	PhaseLoss: {{"off", "off no disabled disable"}, {"on", "on yes enabled enable"}},
}

// meaningOf is what the words beside a choice mean; empty where they do not say.
func meaningOf(f Function, text string) string {
	words := strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return strings.ContainsRune(" ,;()/.:", r) })
	for _, m := range meanings[f] {
		for _, known := range strings.Fields(m.words) {
			for _, w := range words {
				if w == known || len(known) > 4 && strings.HasPrefix(w, known) {
					return m.means
				}
			}
		}
	}
	return ""
}

// meansOf are the words that a choice of a function may mean, with their plain names.
func meansOf(f Function) (out []bridge.Naming) {
	for _, m := range meanings[f] {
		out = append(out, bridge.Naming{Word: m.means, Name: plainMeans(f, m.means)})
	}
	return out
}
