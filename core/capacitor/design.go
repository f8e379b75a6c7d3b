package capacitor

import (
	"encoding/json"
	"fmt"
	"math"
	"reflect"

	"graybridge/core/machine"
	"graybridge/core/openfile"
)

// DesignFormat is the open file of `graybridge design`: plates, a single-phase
// supply each, and the figures of the capacitor bridge on them.
const DesignFormat = "gray-bridge/capacitor-design-reference"

// DesignFile is that file.
type DesignFile struct {
	Format  string       `json:"format,omitempty"`
	Version int          `json:"version,omitempty"`
	Cases   []DesignCase `json:"cases"`
}

// DesignCase is a plate row with every target given, and a supply.
type DesignCase struct {
	Name   string              `json:"name"`
	Plate  machine.DesignPlate `json:"plate"`
	Supply DesignSupply        `json:"single_phase_supply"`
	Expect json.RawMessage     `json:"expect,omitempty"`
}

// DesignSupply is the single-phase line and how the windings are joined on it.
type DesignSupply struct {
	Volts          float64 `json:"volts" limit:">0"`
	WindingsInStar bool    `json:"windings_in_star"`
}

// Design is the answer to one case. At70 figures are at a constant shaft load
// of 0.7 of rated torque plus friction; ratios of torque are to rated shaft
// torque.
type Design struct {
	Name                    string  `json:"name"`
	Breakdown               float64 `json:"breakdown_torque_ratio"`
	CapacitorVoltsAt70      float64 `json:"capacitor_volts_at_70pct"`
	CapacitorVoltsFormula70 float64 `json:"capacitor_volts_formula_uf_at_70pct"`
	ContinuousFormula       float64 `json:"continuous_share_formula_uf"`
	Continuous              float64 `json:"continuous_share_with_that_uf"`
	LockedAmps              float64 `json:"locked_rotor_amps_ratio"`
	LockedTorque            float64 `json:"locked_rotor_torque_ratio"`
	Poles                   int     `json:"poles"`
	R1                      float64 `json:"r1_ohm"`
	R2                      float64 `json:"r2_ohm"`
	R2Standstill            float64 `json:"r2_standstill_ohm"`
	RatedTorque             float64 `json:"rated_torque_nm"`
	Rfe                     float64 `json:"rfe_ohm"`
	BalanceAt70             float64 `json:"run_uf_least_winding_amps_at_70pct"`
	BalanceNoLoad           float64 `json:"run_uf_least_winding_amps_at_no_load"`
	PerKWSpoken             float64 `json:"run_uf_per_kw_rule_as_spoken"`
	PerKWScaled             float64 `json:"run_uf_per_kw_rule_scaled"`
	Formula                 float64 `json:"run_uf_reactance_formula"`
	SlipAt70                float64 `json:"slip_at_70pct"`
	SlipFormula70           float64 `json:"slip_formula_uf_at_70pct"`
	StartFormula            float64 `json:"start_torque_ratio_formula_uf"`
	StartFormulaTriple      float64 `json:"start_torque_ratio_formula_uf_plus_double_start"`
	SupplyAmpsAt70          float64 `json:"supply_amps_at_70pct"`
	UnbalanceAt70           float64 `json:"voltage_unbalance_at_70pct"`
	WindingAmps             float64 `json:"winding_amps"`
	WindingVolts            float64 `json:"winding_volts"`
	WorstAt70               float64 `json:"worst_winding_ratio_at_70pct"`
	WorstFormula70          float64 `json:"worst_winding_ratio_formula_uf_at_70pct"`
	WorstFormulaNoLoad      float64 `json:"worst_winding_ratio_formula_uf_no_load"`
	X1                      float64 `json:"x1_ohm"`
	X2                      float64 `json:"x2_ohm"`
	Xm                      float64 `json:"xm_ohm"`
}

// MarshalJSON writes null for a figure that does not exist: amps and slip of a
// load that the motor cannot carry.
func (d Design) MarshalJSON() ([]byte, error) {
	v := reflect.ValueOf(d)
	out := map[string]any{}
	for i := range v.NumField() {
		key := v.Type().Field(i).Tag.Get("json")
		out[key] = v.Field(i).Interface()
		if x, ok := out[key].(float64); ok && (math.IsInf(x, 0) || math.IsNaN(x)) {
			out[key] = nil
		}
	}
	return json.Marshal(out)
}

// DecodeDesign reads the file strictly; the error is openfile.Problems. More
// keys are allowed.
func DecodeDesign(data []byte) (DesignFile, error) {
	var f DesignFile
	if err := openfile.Decode(data, &f, true); err != nil {
		return DesignFile{}, err
	}
	bad := openfile.Head(f.Format, f.Version, DesignFormat)
	for i, c := range f.Cases {
		if _, err := c.Plate.Model(); err != nil {
			bad = append(bad, openfile.Problem{Path: fmt.Sprintf("cases[%d].plate", i), Found: err.Error(),
				Wanted: "a plate that can be built"})
		}
	}
	if len(bad) > 0 {
		return DesignFile{}, bad
	}
	return f, nil
}

// Solve works out one case.
func (c DesignCase) Solve() (Design, error) {
	m, err := c.Plate.Model()
	if err != nil {
		return Design{}, err
	}
	joints := Delta
	if c.Supply.WindingsInStar {
		joints = Star
	}
	f := c.Plate.FrequencyHz
	b, err := New(&m, Wiring{Volts: c.Supply.Volts, FrequencyHz: f, CornerTo: "L1", Coils: machine.Coils(),
		Joints: joints})
	if err != nil {
		return Design{}, err
	}
	watts := m.ShaftWatts
	d := Design{
		Name: c.Name, Breakdown: m.BreakdownTorqueRatio, LockedAmps: m.LockedAmpsRatio,
		LockedTorque: m.LockedTorqueRatio,
		Poles:        m.Eq.Poles, R1: m.Eq.R1Ohm, R2: m.Eq.R2Ohm, R2Standstill: m.Eq.R2StandstillOhm,
		RatedTorque: m.RatedTorqueNm,
		Rfe:         m.Eq.RfeOhm, X1: m.Eq.X1Ohm, X2: m.Eq.X2Ohm, Xm: m.Eq.XmOhm, WindingAmps: m.WindingAmps,
		WindingVolts: m.WindingVolts,
		PerKWSpoken:  PerKilowattSpoken(watts), PerKWScaled: PerKilowattSpoken(watts) * Scale(c.Supply.Volts, f),
		Formula: ReactanceSchool(watts, c.Supply.Volts, f, m.PowerFactor),
	}
	load := machine.Load{Kind: machine.Constant, Share: 0.7}
	var carried bool
	d.BalanceAt70, d.WorstAt70, carried = b.Balance(load)
	d.BalanceNoLoad, _, _ = b.Balance(machine.Load{Kind: machine.NoLoad})
	none := math.NaN()
	d.CapacitorVoltsAt70, d.SlipAt70, d.SupplyAmpsAt70, d.UnbalanceAt70, d.CapacitorVoltsFormula70,
		d.SlipFormula70 = none, none, none, none, none, none
	if p, ok := b.Run(d.BalanceAt70, load); ok {
		d.CapacitorVoltsAt70, d.SlipAt70 = p.CapacitorVolts, p.Slip
		d.SupplyAmpsAt70, d.UnbalanceAt70 = abs(p.SupplyAmps), p.Unbalance
	}
	if d.Continuous = b.Continuous(d.BalanceAt70, machine.Constant, 1); !carried { // no capacitance carries this load
		d.BalanceAt70, d.Continuous = none, 0
	}
	d.ContinuousFormula = b.Continuous(d.Formula, machine.Constant, 1)
	if p, ok := b.Run(d.Formula, load); ok {
		d.CapacitorVoltsFormula70, d.SlipFormula70 = p.CapacitorVolts, p.Slip
	}
	d.WorstFormula70, _ = b.worst(d.Formula, load)
	d.WorstFormulaNoLoad, _ = b.worst(d.Formula, machine.Load{Kind: machine.NoLoad})
	d.StartFormula, d.StartFormulaTriple = b.StartTorque(d.Formula), b.StartTorque(3*d.Formula)
	return d, nil
}

func abs(z complex128) float64 { return math.Hypot(real(z), imag(z)) }
