// Makes cgal.txt: answers of CGAL, an independent library, on the lumpy body of lumpy.off. Build and run: ./make
#include <CGAL/AABB_face_graph_triangle_primitive.h>
#include <CGAL/AABB_halfedge_graph_segment_primitive.h>
#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Polygon_mesh_slicer.h>
#include <CGAL/Side_of_triangle_mesh.h>
#include <CGAL/Surface_mesh.h>
#include <cmath>
#include <cstdio>
#include <fstream>
#include <list>
#include <random>

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Point = Kernel::Point_3;
using Surface = CGAL::Surface_mesh<Point>;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<Kernel, CGAL::AABB_face_graph_triangle_primitive<Surface>>>;
namespace measure = CGAL::Polygon_mesh_processing;

int main() {
  // A sphere of 5 with lumps, a hollow and a long ridge; single precision, so that every reader sees the same body.
  const int rings = 24, around = 36;
  std::vector<Point> points;
  auto add = [&](double lat, double lon) {
    double r = 5 * (1 + 0.12 * std::sin(3 * lon) * std::cos(lat) * std::cos(lat) - 0.3 * std::exp(-20 * (1 - std::sin(lat))) + 0.05 * std::sin(7 * lat));
    points.push_back(Point((float)(r * std::cos(lat) * std::cos(lon)), (float)(r * std::cos(lat) * std::sin(lon)), (float)(r * std::sin(lat))));
  };
  add(-M_PI / 2, 0);
  for (int i = 1; i < rings; i++)
    for (int j = 0; j < around; j++) add(-M_PI / 2 + M_PI * i / rings, 2 * M_PI * j / around);
  add(M_PI / 2, 0);
  Surface mesh;
  for (auto &p : points) mesh.add_vertex(p);
  std::ofstream off("lumpy.off");
  std::vector<std::array<int, 3>> faces_;
  auto at = [&](int i, int j) { return 1 + (i - 1) * around + (j + around) % around; };
  for (int j = 0; j < around; j++) faces_.push_back({0, at(1, j + 1), at(1, j)});
  for (int i = 1; i < rings - 1; i++)
    for (int j = 0; j < around; j++) {
      faces_.push_back({at(i, j), at(i, j + 1), at(i + 1, j + 1)});
      faces_.push_back({at(i, j), at(i + 1, j + 1), at(i + 1, j)});
    }
  for (int j = 0; j < around; j++) faces_.push_back({at(rings - 1, j), at(rings - 1, j + 1), (int)points.size() - 1});
  off << "OFF\n" << points.size() << " " << faces_.size() << " 0\n";
  off.precision(9);
  for (auto &p : points) off << p.x() << " " << p.y() << " " << p.z() << "\n";
  for (auto &f : faces_) {
    off << "3 " << f[0] << " " << f[1] << " " << f[2] << "\n";
    mesh.add_face(Surface::Vertex_index(f[0]), Surface::Vertex_index(f[1]), Surface::Vertex_index(f[2]));
  }
  Tree tree(faces(mesh).first, faces(mesh).second, mesh);
  tree.build();
  tree.accelerate_distance_queries();
  CGAL::Side_of_triangle_mesh<Surface, Kernel> side(mesh);
  FILE *out = std::fopen("cgal.txt", "w");
  std::fprintf(out, "volume %.12g\narea %.12g\n", CGAL::to_double(measure::volume(mesh)), CGAL::to_double(measure::area(mesh)));
  std::mt19937 random(7);
  std::uniform_real_distribution<double> wide(-8, 8);
  auto number = [&] { return (double)(float)wide(random); };
  for (int i = 0; i < 300; i++) {
    Point p(number(), number(), number());
    // Every third is a vertex moved a little: nearest to edges and corners more often than to faces.
    if (i % 3 == 0) { auto &v = points[(i * 37) % points.size()]; p = Point((float)(v.x() * 1.01), (float)(v.y() * 1.02), (float)(v.z() * 0.99)); }
    double d = std::sqrt(tree.squared_distance(p));
    std::fprintf(out, "distance %.9g %.9g %.9g %.12g\n", p.x(), p.y(), p.z(), side(p) == CGAL::ON_BOUNDED_SIDE ? -d : d);
  }
  for (int i = 0; i < 200; i++) {
    Point o(number(), number(), number());
    Kernel::Vector_3 v(number(), number(), number());
    auto hit = tree.first_intersection(Kernel::Ray_3(o, v));
    double t = -1;
    if (hit) if (const Point *q = boost::get<Point>(&hit->first)) t = std::sqrt(CGAL::squared_distance(o, *q) / v.squared_length());
    std::fprintf(out, "ray %.9g %.9g %.9g %.9g %.9g %.9g %.12g\n", o.x(), o.y(), o.z(), v.x(), v.y(), v.z(), t);
  }
  CGAL::Polygon_mesh_slicer<Surface, Kernel> slicer(mesh);
  for (int i = 0; i < 12; i++) {
    Kernel::Vector_3 n(number(), number(), number());
    Point o(number() / 3, number() / 3, number() / 3);
    std::list<std::vector<Point>> lines;
    slicer(Kernel::Plane_3(o, n), std::back_inserter(lines));
    double length = 0;
    for (auto &line : lines)
      for (size_t k = 1; k < line.size(); k++) length += std::sqrt(CGAL::squared_distance(line[k - 1], line[k]));
    std::fprintf(out, "section %.9g %.9g %.9g %.9g %.9g %.9g %zu %.12g\n", o.x(), o.y(), o.z(), n.x(), n.y(), n.z(), lines.size(), length);
  }
  std::fclose(out);
  return 0;
}
