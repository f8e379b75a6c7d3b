package api

import (
	"net/http"
	"strconv"
	"time"

	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
)

// Metrics are the figures of one server for a monitor, in the open text format. They name
// routes and statuses, never what stands in a request.
type Metrics struct {
	http.Handler
	registry *prometheus.Registry
	requests *prometheus.CounterVec
	took     *prometheus.HistogramVec
}

// computationsBroken counts over all servers of this process: what breaks is the program's.
var computationsBroken = prometheus.NewCounterVec(prometheus.CounterOpts{
	Name: "graybridge_computations_broken_total",
	Help: "Computations that broke, by what was computed: each is a fault of the program."}, []string{"of"})

// NewMetrics makes figures that count from now on.
func NewMetrics() *Metrics {
	m := &Metrics{registry: prometheus.NewRegistry(),
		requests: prometheus.NewCounterVec(prometheus.CounterOpts{Name: "graybridge_requests_total",
			Help: "Requests answered, by route and status."}, []string{"method", "route", "status"}),
		took: prometheus.NewHistogramVec(prometheus.HistogramOpts{Name: "graybridge_request_seconds",
			Help:    "Seconds from a request to the end of its answer, by route.",
			Buckets: []float64{.005, .01, .02, .05, .1, .2, .5, 1, 2, 5, 20}}, []string{"route"})}
	m.registry.MustRegister(m.requests, m.took, computationsBroken, collectors.NewGoCollector(),
		collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}))
	m.Handler = promhttp.HandlerFor(m.registry, promhttp.HandlerOpts{EnableOpenMetrics: true})
	return m
}

// see counts one request.
func (m *Metrics) see(method, route string, status int, took time.Duration) {
	if m == nil {
		return
	}
	if route == "" {
		route = "page"
	}
	m.requests.WithLabelValues(method, route, strconv.Itoa(status)).Inc()
	m.took.WithLabelValues(route).Observe(took.Seconds())
}

// watch adds what a server knows of itself.
func (m *Metrics) watch(s *server) {
	if m == nil {
		return
	}
	gauge := func(name, help string, give func() float64) {
		m.registry.MustRegister(prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: name, Help: help}, give))
	}
	gauge("graybridge_streams", "Open streams of changes.", func() float64 { return float64(s.hub.open()) })
	gauge("graybridge_turns_waiting", "Requests that wait for their turn to be worked out.",
		func() float64 { return float64(s.turns.length()) })
	gauge("graybridge_shared", "1 while everybody logs in.", func() float64 {
		if s.shared() {
			return 1
		}
		return 0
	})
}
