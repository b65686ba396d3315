// Times of CGAL's AABB tree and of Embree on the same surface and questions; one line each: name, milliseconds (median of five).
// Their answers are held against Dentelle's (files ours.*), and the worst difference or number of mismatches is printed.
#include <CGAL/AABB_face_graph_triangle_primitive.h>
#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/Side_of_triangle_mesh.h>
#include <CGAL/Simple_cartesian.h>
#include <CGAL/Surface_mesh.h>
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <embree3/rtcore.h>
#include <fstream>
#include <functional>
#include <limits>
#include <string>
#include <vector>

using Kernel = CGAL::Simple_cartesian<double>;
using Surface = CGAL::Surface_mesh<Kernel::Point_3>;
using Primitive = CGAL::AABB_face_graph_triangle_primitive<Surface>;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<Kernel, Primitive>>;

static std::string folder;
static std::vector<char> evictor(1 << 26);

template <class T> std::vector<T> load(const std::string &name) {
  std::ifstream in(folder + "/" + name, std::ios::binary | std::ios::ate);
  std::vector<T> values(in.tellg() / sizeof(T));
  in.seekg(0);
  in.read(reinterpret_cast<char *>(values.data()), values.size() * sizeof(T));
  return values;
}

static void report(const char *name, const std::function<void()> &work) {
  std::vector<double> times;
  for (int round = 0; round < 5; round++) {
    for (size_t i = 0; i < evictor.size(); i += 64) evictor[i]++;
    auto from = std::chrono::steady_clock::now();
    work();
    times.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - from).count());
  }
  std::sort(times.begin(), times.end());
  std::printf("%s %.2f\n", name, times[2]);
  std::fflush(stdout);
}

static void compare(const char *name, const std::string &ours, const std::vector<float> &theirs) {
  auto values = load<float>("ours." + ours);
  double worst = 0;
  size_t other = 0;
  for (size_t i = 0; i < theirs.size(); i++) {
    worst = std::max(worst, (double)std::fabs(values[i] - theirs[i]));
    other += std::fabs(values[i] - theirs[i]) > 1e-4;
  }
  std::printf("%s-worst-difference %.2g\n%s-mismatches %zu\n", name, worst, name, other);
}

struct Nearest {
  const float *positions;
  const unsigned *corners;
  float best;
};

static float squared_to_triangle(const float *p, const float *a, const float *b, const float *c) {
  auto dot = [](const float *u, const float *v) { return u[0] * v[0] + u[1] * v[1] + u[2] * v[2]; };
  float ab[3], ac[3], ap[3], bp[3], cp[3], q[3];
  for (int k = 0; k < 3; k++) { ab[k] = b[k] - a[k]; ac[k] = c[k] - a[k]; ap[k] = p[k] - a[k]; bp[k] = p[k] - b[k]; cp[k] = p[k] - c[k]; }
  auto at = [&](float v, float w) { for (int k = 0; k < 3; k++) q[k] = ap[k] - v * ab[k] - w * ac[k]; return dot(q, q); };
  float d1 = dot(ab, ap), d2 = dot(ac, ap), d3 = dot(ab, bp), d4 = dot(ac, bp), d5 = dot(ab, cp), d6 = dot(ac, cp);
  if (d1 <= 0 && d2 <= 0) return dot(ap, ap);
  if (d3 >= 0 && d4 <= d3) return dot(bp, bp);
  float vc = d1 * d4 - d3 * d2;
  if (vc <= 0 && d1 >= 0 && d3 <= 0) return at(d1 / (d1 - d3), 0);
  if (d6 >= 0 && d5 <= d6) return dot(cp, cp);
  float vb = d5 * d2 - d1 * d6;
  if (vb <= 0 && d2 >= 0 && d6 <= 0) return at(0, d2 / (d2 - d6));
  float va = d3 * d6 - d5 * d4;
  if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) { float w = (d4 - d3) / (d4 - d3 + d5 - d6); return at(1 - w, w); }
  float s = 1 / (va + vb + vc);
  return at(vb * s, vc * s);
}

static bool on_point(RTCPointQueryFunctionArguments *args) {
  auto *nearest = static_cast<Nearest *>(args->userPtr);
  const float p[3] = {args->query->x, args->query->y, args->query->z};
  const unsigned *t = nearest->corners + 3 * args->primID;
  float d2 = squared_to_triangle(p, nearest->positions + 3 * t[0], nearest->positions + 3 * t[1], nearest->positions + 3 * t[2]);
  if (d2 >= nearest->best) return false;
  nearest->best = d2;
  args->query->radius = std::sqrt(d2);
  return true;
}

int main(int count, char **arguments) {
  folder = arguments[1];
  auto positions = load<float>("crown.positions");
  auto corners = load<unsigned>("crown.corners");
  auto prep = load<float>("prep.points"), near = load<float>("near.points"), rays = load<float>("rays");
  size_t questions = prep.size() / 3;
  std::vector<float> found(questions);

  // Embree, one thread, default mode.
  RTCDevice device = rtcNewDevice("threads=1");
  auto build = [&](bool robust) {
    RTCScene scene = rtcNewScene(device);
    if (robust) rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST);
    RTCGeometry geometry = rtcNewGeometry(device, RTC_GEOMETRY_TYPE_TRIANGLE);
    auto *p = (float *)rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, 12, positions.size() / 3);
    std::copy(positions.begin(), positions.end(), p);
    auto *c = (unsigned *)rtcSetNewGeometryBuffer(geometry, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3, 12, corners.size() / 3);
    std::copy(corners.begin(), corners.end(), c);
    rtcCommitGeometry(geometry);
    rtcAttachGeometry(scene, geometry);
    rtcReleaseGeometry(geometry);
    rtcCommitScene(scene);
    return scene;
  };
  rtcReleaseScene(build(false));
  report("embree-build", [&] { rtcReleaseScene(build(false)); });
  RTCScene scene = build(false), robust = build(true);
  auto unsigned_of = [&](const std::vector<float> &points) {
    for (size_t i = 0; i < questions; i++) {
      RTCPointQuery query{points[3 * i], points[3 * i + 1], points[3 * i + 2], 0, std::numeric_limits<float>::infinity()};
      RTCPointQueryContext context;
      rtcInitPointQueryContext(&context);
      Nearest nearest{positions.data(), corners.data(), std::numeric_limits<float>::infinity()};
      rtcPointQuery(scene, &query, &context, on_point, &nearest);
      found[i] = std::sqrt(nearest.best);
    }
  };
  report("embree-unsigned-prep", [&] { unsigned_of(prep); });
  compare("embree-unsigned-prep", "unsigned-prep", found);
  report("embree-unsigned-near", [&] { unsigned_of(near); });
  compare("embree-unsigned-near", "unsigned-near", found);
  float length = std::sqrt(0.1f * 0.1f + 0.2f * 0.2f + 1);
  auto any_hit = [&](RTCScene in) {
    for (size_t i = 0; i < questions; i++) {
      RTCRay ray{};
      ray.org_x = rays[3 * i]; ray.org_y = rays[3 * i + 1]; ray.org_z = rays[3 * i + 2];
      ray.dir_x = 0.1f / length; ray.dir_y = 0.2f / length; ray.dir_z = 1 / length;
      ray.tfar = std::numeric_limits<float>::infinity();
      ray.mask = -1;
      RTCIntersectContext context;
      rtcInitIntersectContext(&context);
      rtcOccluded1(in, &context, &ray);
      found[i] = ray.tfar < 0;
    }
  };
  report("embree-any-hit", [&] { any_hit(scene); });
  compare("embree-any-hit", "any-hit", found);
  report("embree-any-hit-robust", [&] { any_hit(robust); });
  compare("embree-any-hit-robust", "any-hit", found);

  // CGAL's turns take long; one is enough.
  if (count > 2) return 0;
  // CGAL's AABB tree, double precision.
  Surface surface;
  for (size_t i = 0; i < positions.size(); i += 3) surface.add_vertex({positions[i], positions[i + 1], positions[i + 2]});
  for (size_t i = 0; i < corners.size(); i += 3)
    surface.add_face(Surface::Vertex_index(corners[i]), Surface::Vertex_index(corners[i + 1]), Surface::Vertex_index(corners[i + 2]));
  report("cgal-build", [&] { Tree t(faces(surface).first, faces(surface).second, surface); t.build(); t.accelerate_distance_queries(); });
  Tree tree(faces(surface).first, faces(surface).second, surface);
  tree.build();
  tree.accelerate_distance_queries();
  CGAL::Side_of_triangle_mesh<Surface, Kernel> side(tree);
  auto signed_of = [&](const std::vector<float> &points) {
    for (size_t i = 0; i < questions; i++) {
      Kernel::Point_3 p(points[3 * i], points[3 * i + 1], points[3 * i + 2]);
      double distance = std::sqrt(tree.squared_distance(p));
      found[i] = side(p) == CGAL::ON_BOUNDED_SIDE ? -distance : distance;
    }
  };
  report("cgal-signed-prep", [&] { signed_of(prep); });
  compare("cgal-signed-prep", "signed-prep", found);
  report("cgal-signed-near", [&] { signed_of(near); });
  compare("cgal-signed-near", "signed-near", found);
  Kernel::Vector_3 direction(0.1f / length, 0.2f / length, 1 / length);
  report("cgal-any-hit", [&] {
    for (size_t i = 0; i < questions; i++) found[i] = tree.do_intersect(Kernel::Ray_3({rays[3 * i], rays[3 * i + 1], rays[3 * i + 2]}, direction));
  });
  compare("cgal-any-hit", "any-hit", found);
  return 0;
}
